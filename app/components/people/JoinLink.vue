<script setup lang="ts">
import QRCode from 'qrcode'
import type { LinkMade } from '~/services/api'
import { studioNow } from '~/services/studioClock'

/** A link that was made, as a code to be scanned and as text, while it holds. */
const { link, to = '' } = defineProps<{ link: LinkMade & { until: number }; to?: string }>()
const { copied, copy } = useCopied()
const address = ref(link.addresses[0]!)
watch(
  () => link.token,
  () => {
    address.value = link.addresses[0]!
  },
)

const now = useNowWhile(() => studioNow() < link.until + 1000)
const left = computed(() => Math.max(0, Math.ceil((link.until - now.value) / 1000)))
const url = computed(() => `${address.value}/sign-in${to ? `?to=${to}` : ''}#${link.token}`)
const onlyHere = computed(() => link.addresses.every(a => /\/\/(localhost|127\.|\[::1)/.test(a)))
const code = ref('')
watch(
  url,
  async text => {
    code.value = await QRCode.toString(text, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' })
  },
  { immediate: true },
)
</script>

<template>
  <div class="join" data-testid="join">
    <!-- A scanner wants dark on light; in the safelight it is drawn in red. -->
    <!-- eslint-disable vue/no-v-html -->
    <div
      v-if="left > 0"
      class="code reddened"
      role="img"
      aria-label="Code to scan with the other device"
      v-html="code"
    />
    <!-- eslint-enable vue/no-v-html -->
    <div class="grid content-start gap-2 text-[13px]">
      <p role="status">
        {{
          left > 0
            ? `Works once, for another ${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')} min`
            : 'This link has expired. Create a new one.'
        }}
      </p>
      <template v-if="left > 0">
        <label v-if="link.addresses.length > 1" class="flex items-baseline gap-2"
          >Address
          <UiPickOne v-model="address" :options="link.addresses.map(value => ({ value, label: value }))" />
        </label>
        <p class="break-all text-(--ink-soft)" data-testid="join-url">
          {{ url }}
        </p>
        <p>
          <UButton size="xs" variant="outline" label="Copy the link" @click="copy(url, 'Copied')" />
          <span role="status">{{ copied }}</span>
        </p>
        <p v-if="to" class="max-w-xl">
          The link opens the run. Give a computer its own link and it adds each tethered picture to its take:
          <code class="break-all">npx epiro watch FOLDER --link '{{ url }}'</code>
        </p>
        <p v-if="onlyHere" class="max-w-md">
          Epiro can only be reached from this computer. To use a phone in the studio, start it with
          <code>npm start -- --listen</code>; it then runs over HTTPS on the network.
        </p>
        <p v-else class="max-w-md text-(--ink-soft)">
          The certificate was made on this computer, so the phone asks once whether to trust it.
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.join {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 20px;
}
.code {
  width: 220px;
  height: 220px;
  outline: 1px solid var(--hair-strong);
}
.code :deep(svg) {
  width: 100%;
  height: 100%;
  display: block;
}
@media (max-width: 640px) {
  .join {
    grid-template-columns: 1fr;
  }
}
</style>
