<script setup lang="ts">
import QRCode from 'qrcode'
import type { SessionRole } from '~~/shared/schemas/records'
import { ApiError, type SessionRecord, api } from '~/services/api'
import { afterSignIn } from '~/text/afterSignIn'
import { deviceName } from '~/text/devices'

/** Who may come in: a link for another device, as a code to be scanned, and the devices signed in. */
const session = useSessionStore()
const route = useRoute()
const { when } = useDates()
const { copied, copy } = useCopied()
const sessions = ref<(SessionRecord & { here: boolean })[]>([])
const role = ref<SessionRole>('assistant')
const link = ref<{ url: string, until: number, addresses: string[], token: string } | null>(null)
const address = ref('')
const code = ref('')
const failure = ref('')
useHead({ title: 'Devices · Epiro' })

const ROLE_TEXT: Record<SessionRole, string> = { lead: 'Lead: everything', assistant: 'Assistant: runs and logs; cannot delete, change kit or let others in' }
const now = useNowWhile(() => link.value !== null && Date.now() < link.value.until + 1000)
const left = computed(() => (link.value === null ? 0 : Math.max(0, Math.ceil((link.value.until - now.value) / 1000))))
const afterwards = computed(() => afterSignIn(route.query.to))
const url = computed(() => (link.value ? `${address.value}/sign-in${afterwards.value ? `?to=${afterwards.value}` : ''}#${link.value.token}` : ''))
const onlyHere = computed(() => link.value !== null && link.value.addresses.every(a => /\/\/(localhost|127\.|\[::1)/.test(a)))

async function run(what: () => Promise<void>): Promise<void> {
  failure.value = ''
  try { await what() }
  catch (error) { failure.value = error instanceof ApiError ? error.message : 'That did not work' }
}
const load = (): Promise<void> => run(async () => { sessions.value = await api.sessions() })
onMounted(() => { if (session.isLead) void load() })

const make = (): Promise<void> => run(async () => {
  const made = await api.makeLink(role.value)
  address.value = made.addresses[0]!
  link.value = { token: made.token, url: '', until: Date.now() + made.minutes * 60_000, addresses: made.addresses }
})
watch(url, async (text) => { code.value = text ? await QRCode.toString(text, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }) : '' })
const revoke = (id: string): Promise<void> => run(async () => {
  await api.revokeSession(id)
  await load()
})
</script>

<template>
  <div class="scrolls h-full px-6 py-5">
    <div class="mx-auto grid max-w-4xl gap-7">
      <h1 class="text-2xl font-semibold">
        Devices
      </h1>
      <p v-if="!session.isLead" role="alert">
        This device is signed in as an assistant; only the lead lets others in.
      </p>
      <template v-else>
        <p v-if="failure" role="alert" class="text-(--bad)">
          {{ failure }}
        </p>
        <section aria-labelledby="join" class="grid gap-3">
          <h2 id="join" class="section-title">
            Let another device in
          </h2>
          <fieldset class="grid gap-1 text-[13px]">
            <legend class="sr-only">
              As
            </legend>
            <label v-for="(text, id) in ROLE_TEXT" :key="id" class="flex items-center gap-2"><input v-model="role" type="radio" name="role" :value="id"> {{ text }}</label>
          </fieldset>
          <div>
            <UButton label="Make a link" icon="i-lucide-qr-code" @click="make" />
          </div>
          <div v-if="link" class="join" data-testid="join">
            <!-- A scanner wants dark on light; in the safelight it is drawn in red. -->
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div v-if="left > 0" class="code" role="img" aria-label="Code to scan with the other device" v-html="code" />
            <div class="grid content-start gap-2 text-[13px]">
              <p role="status">
                {{ left > 0 ? `Good once, for another ${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')} min.` : 'This link is too old; make another.' }}
              </p>
              <template v-if="left > 0">
                <label v-if="link.addresses.length > 1" class="flex items-baseline gap-2">Reached at
                  <select v-model="address" class="border-b border-(--hair-strong)"><option v-for="a in link.addresses" :key="a">{{ a }}</option></select>
                </label>
                <p class="break-all text-(--ink-soft)" data-testid="join-url">
                  {{ url }}
                </p>
                <p>
                  <UButton size="xs" variant="outline" label="Copy the link" @click="copy(url, 'Copied')" /> <span role="status">{{ copied }}</span>
                </p>
                <p v-if="afterwards" class="max-w-xl">
                  The link leads to the run. With one of its own, a computer sends each new picture of a tethered camera to the take of its time: <code class="break-all">npx epiro watch FOLDER --link '{{ url }}'</code>
                </p>
                <p v-if="onlyHere" class="max-w-md">
                  Epiro listens on this machine alone. For a phone in the studio start it with <code>npm start -- --listen</code>: it then answers over HTTPS on the network.
                </p>
                <p v-else class="max-w-md text-(--ink-soft)">
                  The certificate was made on this machine: the phone asks once whether to trust it.
                </p>
              </template>
            </div>
          </div>
        </section>
        <section aria-labelledby="signed-in">
          <h2 id="signed-in" class="section-title">
            Signed in
          </h2>
          <table class="kit-table">
            <thead>
              <tr><th>Device</th><th>As</th><th>Since</th><th>Last seen</th><th><span class="sr-only">Sign out</span></th></tr>
            </thead>
            <tbody>
              <tr v-for="s in sessions" :key="s.id" data-testid="session">
                <td>{{ deviceName(s.device) }}{{ s.here ? ', this one' : '' }}</td>
                <td>{{ s.role }}</td>
                <td class="whitespace-nowrap">
                  {{ when(s.createdAt) }}
                </td>
                <td class="whitespace-nowrap">
                  {{ s.seenAt === null ? 'never' : when(s.seenAt) }}
                </td>
                <td class="text-right">
                  <UButton v-if="!s.here" size="xs" variant="ghost" label="Sign out" :aria-label="`Sign out ${deviceName(s.device)} of ${when(s.createdAt)}`" @click="revoke(s.id)" />
                </td>
              </tr>
            </tbody>
          </table>
        </section>
      </template>
    </div>
  </div>
</template>

<style scoped>
.join { display: grid; grid-template-columns: 220px minmax(0, 1fr); gap: 20px; }
.code { width: 220px; height: 220px; outline: 1px solid var(--hair-strong); }
.code :deep(svg) { width: 100%; height: 100%; display: block; }
:root[data-look="safelight"] .code { isolation: isolate; position: relative; }
:root[data-look="safelight"] .code::after { content: ""; position: absolute; inset: 0; background: #c8281c; mix-blend-mode: multiply; }
@media (max-width: 640px) { .join { grid-template-columns: 1fr; } .kit-table th:nth-child(3), .kit-table td:nth-child(3) { display: none; } }
</style>
