<script setup lang="ts">
import { SESSION_ROLES, type MemberInput, type SessionRole } from '~~/shared/schemas/records'
import { ApiError, type LinkMade, type MemberRecord, type SessionRecord, api } from '~/services/api'
import { studioNow } from '~/services/studioClock'
import { afterSignIn } from '~~/shared/afterSignIn'
import { deviceName } from '~~/shared/texts/devices'
import { devicesWords } from '~~/shared/texts/pages/devices'

/** Who may come in: people by name with their roles, links for them, and the devices signed in. */
const session = useSessionStore()
const route = useRoute()
const { when } = useDates()
const members = shallowRef<MemberRecord[]>([])
const sessions = shallowRef<(SessionRecord & { here: boolean })[]>([])
const role = ref<SessionRole>('assistant')
const name = ref('')
const link = shallowRef<(LinkMade & { until: number; title: string }) | null>(null)
const failure = ref('')
const studioName = ref('')
useHead({ title: devicesWords('devices.peopleEpiro') })

const ROLE_TEXT: Record<SessionRole, string> = {
  lead: devicesWords('devices.leadCanDoEverything'),
  assistant: devicesWords('devices.assistantPlansRunsLogs'),
  viewer: devicesWords('devices.viewerCanLookBut'),
}
const afterwards = computed(() => afterSignIn(route.query.to))

async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  try {
    await what()
    ;[members.value, sessions.value] = await Promise.all([api.members(), api.sessions()])
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : devicesWords('devices.somethingWentWrongTry')
  }
}
onMounted(() => {
  if (session.isLead) void run(async () => {})
})

const show = (made: LinkMade, title: string): void => {
  link.value = { ...made, until: studioNow() + made.minutes * 60_000, title }
}
const invite = (): Promise<void> =>
  run(async () => {
    const wanted = name.value.trim()
    show(
      await api.makeLink({ role: role.value, ...(wanted === '' ? {} : { name: wanted }) }),
      devicesWords('devices.link2', { wanted: wanted || devicesWords('devices.new', { role: role.value }) }),
    )
    name.value = ''
  })
const another = (member: MemberRecord): Promise<void> =>
  run(async () =>
    show(await api.makeLink({ memberId: member.id }), devicesWords('devices.link3', { name: member.name })),
  )
const change = (id: string, input: MemberInput): Promise<void> => run(() => api.updateMember(id, input))
const makeStudio = (): Promise<void> =>
  run(async () => {
    const wanted = studioName.value.trim()
    if (wanted === '') return
    show(await api.createStudio(wanted), devicesWords('devices.linkLead', { wanted }))
    studioName.value = ''
  })
const isSelf = (member: MemberRecord): boolean => session.key.endsWith(`.${member.id}`)
</script>

<template>
  <div class="scrolls h-full px-6 py-5">
    <div class="mx-auto grid max-w-4xl gap-7">
      <h1 class="text-2xl font-semibold">{{ devicesWords('devices.people') }}</h1>
      <p v-if="!session.isLead" role="alert">
        {{
          devicesWords('devices.signedOnlyLeadCan', {
            member: session.member ?? devicesWords('devices.device'),
            noun: session.role === 'viewer' ? devicesWords('devices.viewer') : devicesWords('devices.assistant'),
          })
        }}
      </p>
      <template v-else>
        <p v-if="failure" role="alert" class="text-(--bad)">
          {{ failure }}
        </p>
        <section aria-labelledby="join" class="grid gap-3">
          <h2 id="join" class="section-title">{{ devicesWords('devices.inviteSomeone') }}</h2>
          <form class="grid gap-3 text-[13px]" @submit.prevent="invite">
            <label class="flex items-baseline gap-2"
              >{{ devicesWords('devices.name') }}
              <UInput
                v-model="name"
                variant="none"
                maxlength="80"
                :placeholder="devicesWords('devices.nameCrewUses')"
                autocomplete="off"
              />
            </label>
            <URadioGroup
              v-model="role"
              size="sm"
              :legend="devicesWords('devices.as')"
              :ui="{ legend: 'sr-only', fieldset: 'gap-1' }"
              :items="SESSION_ROLES.map(value => ({ value, label: ROLE_TEXT[value] }))"
            />
            <div>
              <UButton type="submit" :label="devicesWords('devices.createLink')" icon="i-lucide-qr-code" />
            </div>
          </form>
          <template v-if="link">
            <h3 class="text-[13px]">
              {{ link.title }}
            </h3>
            <PeopleJoinLink :key="link.token" :link="link" :to="afterwards" />
          </template>
        </section>
        <section aria-labelledby="people">
          <h2 id="people" class="section-title">{{ devicesWords('devices.peopleStudio') }}</h2>
          <div class="overflow-x-auto">
            <table class="kit-table">
              <thead>
                <tr>
                  <th>{{ devicesWords('devices.name') }}</th>
                  <th>{{ devicesWords('devices.role') }}</th>
                  <th>{{ devicesWords('devices.devices') }}</th>
                  <th>{{ devicesWords('devices.link') }}</th>
                  <th>
                    <span class="sr-only">{{ devicesWords('devices.removeAccess') }}</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                <PeopleMemberRow
                  v-for="member in members"
                  :key="member.id"
                  :member="member"
                  :self="isSelf(member)"
                  @change="change(member.id, $event)"
                  @link="another(member)"
                  @cancel="run(() => api.cancelLinks(member.id))"
                  @revoke="run(() => api.revokeMember(member.id))"
                />
              </tbody>
            </table>
          </div>
        </section>
        <section aria-labelledby="signed-in">
          <h2 id="signed-in" class="section-title">{{ devicesWords('devices.signedDevices') }}</h2>
          <table class="kit-table">
            <thead>
              <tr>
                <th>{{ devicesWords('devices.device2') }}</th>
                <th>{{ devicesWords('devices.who') }}</th>
                <th>{{ devicesWords('devices.as') }}</th>
                <th class="wide-only">{{ devicesWords('devices.since') }}</th>
                <th>{{ devicesWords('devices.lastSeen') }}</th>
                <th>
                  <span class="sr-only">{{ devicesWords('devices.signOut') }}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="s in sessions" :key="s.id" data-testid="session">
                <td>{{ deviceName(s.device) }}{{ s.here ? devicesWords('devices.one') : '' }}</td>
                <td>{{ s.member ?? '–' }}</td>
                <td>{{ s.role }}</td>
                <td class="wide-only whitespace-nowrap">
                  {{ when(s.createdAt) }}
                </td>
                <td class="whitespace-nowrap">
                  {{ s.seenAt === null ? devicesWords('devices.never') : when(s.seenAt) }}
                </td>
                <td class="text-right">
                  <UButton
                    v-if="!s.here"
                    size="xs"
                    variant="ghost"
                    :label="devicesWords('devices.signOut')"
                    :aria-label="
                      devicesWords('devices.signOut2', { device: deviceName(s.device), createdAt: when(s.createdAt) })
                    "
                    @click="run(() => api.revokeSession(s.id))"
                  />
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <PeopleStudioZone />
        <section v-if="session.installation" aria-labelledby="studios" class="grid gap-2">
          <h2 id="studios" class="section-title">{{ devicesWords('devices.addStudio') }}</h2>
          <form class="flex flex-wrap items-baseline gap-3 text-[13px]" @submit.prevent="makeStudio">
            <label class="flex items-baseline gap-2"
              >{{ devicesWords('devices.nameStudio') }}
              <UInput v-model="studioName" variant="none" maxlength="120" autocomplete="off" />
            </label>
            <UButton type="submit" size="xs" variant="outline" :label="devicesWords('devices.createStudioLinkLead')" />
          </form>
          <p class="text-[13px] text-(--ink-soft)">
            {{ devicesWords('devices.hasOwnPeopleShoots') }}
          </p>
        </section>
      </template>
    </div>
  </div>
</template>

<style scoped>
@media (max-width: 640px) {
  .wide-only {
    display: none;
  }
}
</style>
