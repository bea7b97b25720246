<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { api } from '~/services/api'
import { inStepUntil } from '~/services/connection'
import { shellWords } from '~~/shared/texts/pages/shell'

const session = useSessionStore()
const preferences = usePreferencesStore()
const tour = useTourStore()

const PAGES = [
  { to: '/', label: shellWords('default.shoots') },
  { to: '/log', label: shellWords('default.log') },
  { to: '/kit', label: shellWords('default.kit') },
  { to: '/lab', label: shellWords('default.lab') },
  { to: '/practice', label: shellWords('default.practice') },
  { to: '/devices', label: shellWords('default.people') },
]

useAhead(() => [import('~/components/people/SignOut.vue'), import('~/components/KeyList.vue')])
/** When what is shown was last in step with the server, where it does not answer. */
const { pause, resume } = useIntervalFn(() => void api.health().catch(() => {}), 10_000, { immediate: false })
watch(inStepUntil, at => (at === null ? pause() : resume()), { immediate: true })
const inStep = computed(() =>
  inStepUntil.value === null
    ? ''
    : new Date(inStepUntil.value).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }),
)
const leaving = ref(false)
/** Asked for once, the dialog stays. */
const asked = ref(false)
function leave(): void {
  asked.value = true
  leaving.value = true
}

/** ms after which a page stands: what waits on this device can wait for that too. */
const STANDS = 1500
let waiting: ReturnType<typeof setTimeout> | undefined
/** Sends what was logged without a network. Its stores bring the schemas of takes, so they are read after the page. */
async function sendWaiting(): Promise<void> {
  const { useTakesStore } = await import('~/stores/takes')
  const takes = useTakesStore()
  await takes.readQueue()
  await takes.flush()
  const { usePicturesStore } = await import('~/stores/pictures')
  const pictures = usePicturesStore()
  await pictures.readQueue()
  await pictures.flush()
}
// Once its own person is signed in, whatever page is open; what cannot go now goes with the next.
watch(
  () => session.key,
  key => {
    clearTimeout(waiting)
    if (key !== '') waiting = setTimeout(() => void sendWaiting().catch(() => {}), STANDS)
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(waiting))
</script>

<template>
  <div class="flex h-dvh flex-col">
    <a href="#main" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-(--sheet) focus:p-2">{{
      shellWords('default.skipContent')
    }}</a>
    <header class="app-head flex min-h-10 shrink-0 items-center gap-x-4 border-b border-(--hair) px-3 text-[13px]">
      <NuxtLink to="/" class="flex items-center gap-2 font-semibold">
        <svg viewBox="0 0 32 32" width="18" height="18" aria-hidden="true">
          <path d="M3 5 29 27" stroke="var(--action)" stroke-width="3" fill="none" />
          <path d="M3 20h26" stroke="var(--light)" stroke-width="3" fill="none" />
          <circle cx="20.7" cy="20" r="4.4" fill="none" stroke="var(--ink)" stroke-width="2.4" />
        </svg>
        <span class="max-sm:sr-only">{{ shellWords('default.epiro') }}</span>
      </NuxtLink>
      <nav
        v-if="session.studio"
        :aria-label="shellWords('default.main')"
        class="flex gap-3 max-[1000px]:flex-1 max-sm:gap-2 max-sm:text-[12px]"
      >
        <NuxtLink
          v-for="page in PAGES"
          :key="page.to"
          :to="page.to"
          class="main-link"
          active-class=""
          exact-active-class="here"
          >{{ page.label }}</NuxtLink
        >
      </nav>
      <div id="header-place" class="header-place flex min-w-0 flex-1 items-center gap-3" />
      <template v-if="session.studio">
        <span class="hidden truncate text-(--ink-soft) min-[1400px]:inline">{{
          [session.member, session.studio.name].filter(text => text !== null).join(', ')
        }}</span>
        <UButton
          variant="ghost"
          size="xs"
          :label="preferences.system === 'metric' ? shellWords('default.metric') : shellWords('default.imperial')"
          :aria-label="shellWords('default.unitsSwitchBetweenMetric')"
          @click="preferences.system = preferences.system === 'metric' ? 'imperial' : 'metric'"
        />
      </template>
      <KeyHelp v-if="session.studio" />
      <UButton
        variant="ghost"
        size="xs"
        :icon="preferences.look === 'work' ? 'i-lucide-moon' : 'i-lucide-sun'"
        :label="preferences.look === 'work' ? shellWords('default.safelight') : shellWords('default.workLight')"
        :ui="{ label: 'max-sm:sr-only' }"
        @click="preferences.look = preferences.look === 'work' ? 'safelight' : 'work'"
      />
      <UButton
        v-if="session.studio"
        variant="ghost"
        size="xs"
        icon="i-lucide-log-out"
        :aria-label="shellWords('default.signOut')"
        @click="leave"
      />
    </header>
    <LazyPeopleSignOut v-if="session.studio && asked" v-model:open="leaving" />
    <p v-if="inStep" role="status" class="border-b border-(--hair) px-3 py-1 text-[12px]" data-testid="offline">
      {{ shellWords('default.offlineLastStepWhat', { inStep }) }}
    </p>
    <main id="main" class="min-h-0 flex-1">
      <slot />
    </main>
    <LazyTourPanel v-if="session.studio && tour.progress" />
  </div>
</template>

<style scoped>
/* Narrower, what a page has of its own gets a line of its own. */
@media (max-width: 1000px) {
  .app-head {
    flex-wrap: wrap;
    padding-block: 4px;
  }
  .header-place {
    order: 1;
    flex-basis: 100%;
    overflow-x: auto;
  }
  .header-place:empty {
    display: none;
  }
}
@media (max-width: 639px) {
  .app-head {
    column-gap: 4px;
    padding-inline: 8px;
  }
}
.main-link {
  color: var(--ink-soft);
  padding: 1px 0;
}
.main-link:hover {
  color: var(--ink);
}
.here {
  color: var(--ink);
  box-shadow: 0 2px 0 var(--ink);
}
</style>
