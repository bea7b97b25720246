<script setup lang="ts">
import QRCode from 'qrcode'
import type { LinkMade } from '~/services/api'
import { studioNow } from '~/services/studioClock'
import { peopleWords } from '~~/shared/texts/pages/people'

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
      :aria-label="peopleWords('joinLink.codeScanOtherDevice')"
      v-html="code"
    />
    <!-- eslint-enable vue/no-v-html -->
    <div class="grid content-start gap-2 text-[13px]">
      <p role="status">
        {{
          left > 0
            ? peopleWords('joinLink.worksOnceAnotherMin', {
                left: Math.floor(left / 60),
                left2: String(left % 60).padStart(2, '0'),
              })
            : peopleWords('joinLink.linkHasExpiredCreate')
        }}
      </p>
      <template v-if="left > 0">
        <label v-if="link.addresses.length > 1" class="flex items-baseline gap-2"
          >{{ peopleWords('joinLink.address') }}
          <UiPickOne v-model="address" :options="link.addresses.map(value => ({ value, label: value }))" />
        </label>
        <p class="break-all text-(--ink-soft)" data-testid="join-url">
          {{ url }}
        </p>
        <p>
          <UButton size="xs" variant="outline" :label="peopleWords('joinLink.copyLink')" @click="copy(url, 'Copied')" />
          <span role="status">{{ copied }}</span>
        </p>
        <p v-if="to" class="max-w-xl">
          {{ peopleWords('joinLink.linkOpensRunGive') }}
          <code class="break-all">{{ peopleWords('joinLink.npxEpiroWatchFolder', { url }) }}</code>
        </p>
        <p v-if="onlyHere" class="max-w-md">
          {{ peopleWords('joinLink.epiroCanOnlyReached') }}
          <code>{{ peopleWords('joinLink.npmStartListen') }}</code>{{ peopleWords('joinLink.thenRunsOverHttps') }}
        </p>
        <p v-else class="max-w-md text-(--ink-soft)">
          {{ peopleWords('joinLink.certificateWasMadeComputer') }}
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
