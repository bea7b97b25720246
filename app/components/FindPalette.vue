<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import type { Found } from '~~/shared/schemas/find'
import { FOUND_LABELS, FOUND_TITLES } from '~~/shared/texts/find'
import { TOUR_LABELS } from '~~/shared/texts/tour'
import { GLOSSARY } from '~~/shared/texts/glossary'
import { api } from '~/services/api'

/** One search over everything: what was open lately, set-ups, shoots, kit, takes' notes, pages, actions and terms. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ keys: [] }>()
const preferences = usePreferencesStore()
const { currentRoute } = useRouter()

const text = ref('')
const found = shallowRef<Found[]>([])
const failure = ref('')
const looking = ref(false)
const recent = shallowRef(recentPages())
/** Each time it is opened it begins anew; what fades out would take the focus from one that is opened meanwhile. */
const round = ref(0)
watch(open, now => {
  text.value = ''
  found.value = []
  if (!now) return
  recent.value = recentPages()
  round.value++
})
watchDebounced(
  text,
  async asked => {
    failure.value = ''
    if (asked.trim() === '') {
      found.value = []
      return
    }
    looking.value = true
    const answer = await api.find(asked.trim()).catch((error: Error) => error)
    // What is typed now is asked next.
    if (text.value !== asked) return
    looking.value = false
    if (answer instanceof Error) failure.value = answer.message
    else found.value = answer
  },
  { debounce: 120 },
)

const go = (to: string) => (): void => {
  open.value = false
  void navigateTo(to)
}
const act = (what: () => void) => (): void => {
  open.value = false
  what()
}
const PLACES: Record<Found['kind'], (id: string) => string> = {
  setup: id => `/setups/${id}`,
  shoot: id => `/shoots/${id}/day`,
  kit: id => `/kit?item=${id}`,
  take: id => `/setups/${id}?tab=takes`,
}
const ICONS: Record<Found['kind'], string> = {
  setup: 'i-lucide-image',
  shoot: 'i-lucide-calendar',
  kit: 'i-lucide-package',
  take: 'i-lucide-message-square-text',
}

/** Where one can go from a set-up that is open. */
const here = computed(() => {
  const at = /^\/setups\/([^/]+)/.exec(currentRoute.value.path)?.[1]
  return at
    ? [
        { label: FOUND_LABELS.run, icon: 'i-lucide-play', onSelect: go(`/setups/${at}/run`) },
        {
          label: FOUND_LABELS.sequence,
          icon: 'i-lucide-gallery-horizontal-end',
          onSelect: go(`/setups/${at}/sequence`),
        },
        { label: FOUND_LABELS.card, icon: 'i-lucide-printer', onSelect: go(`/setups/${at}/card`) },
      ]
    : []
})
const actions = computed(() => [
  ...here.value,
  {
    label: preferences.look === 'work' ? FOUND_LABELS.safelight : FOUND_LABELS.workLight,
    icon: preferences.look === 'work' ? 'i-lucide-moon' : 'i-lucide-sun',
    onSelect: act(() => {
      preferences.look = preferences.look === 'work' ? 'safelight' : 'work'
    }),
  },
  {
    label: preferences.system === 'metric' ? FOUND_LABELS.imperial : FOUND_LABELS.metric,
    icon: 'i-lucide-ruler',
    onSelect: act(() => {
      preferences.system = preferences.system === 'metric' ? 'imperial' : 'metric'
    }),
  },
  { label: TOUR_LABELS.start, icon: 'i-lucide-footprints', onSelect: go('/?tour=1') },
  { label: FOUND_LABELS.keys, icon: 'i-lucide-keyboard', onSelect: act(() => emit('keys')) },
])
const PAGES = (
  [
    ['shoots', '/'],
    ['log', '/log'],
    ['answers', '/log/answers'],
    ['kit', '/kit'],
    ['lab', '/lab'],
    ['practice', '/practice'],
    ['people', '/devices'],
    ['glossary', '/glossary'],
  ] as const
).map(([page, to]) => ({ label: FOUND_LABELS[page], icon: 'i-lucide-arrow-right', onSelect: go(to) }))
const TERMS = GLOSSARY.map(({ term, also, is }) => ({
  label: also === undefined ? term : `${term} (${also})`,
  suffix: is,
  icon: 'i-lucide-book-open',
  onSelect: go(`/glossary?term=${encodeURIComponent(term)}`),
}))

const groups = computed(() => [
  ...(text.value.trim() === '' && recent.value.length > 0
    ? [
        {
          id: 'recent',
          label: FOUND_TITLES.recent,
          items: recent.value.map(({ to, label, of }) => ({
            label,
            suffix: of,
            icon: 'i-lucide-history',
            onSelect: go(to),
          })),
        },
      ]
    : []),
  ...(['setup', 'shoot', 'kit', 'take'] as const).map(kind => ({
    id: kind,
    label: FOUND_TITLES[kind],
    ignoreFilter: true,
    items: found.value
      .filter(one => one.kind === kind)
      .map(({ id, name, of }) => ({ label: name, suffix: of, icon: ICONS[kind], onSelect: go(PLACES[kind](id)) })),
  })),
  { id: 'actions', label: FOUND_TITLES.actions, items: actions.value },
  { id: 'pages', label: FOUND_TITLES.pages, items: PAGES },
  ...(text.value.trim() === '' ? [] : [{ id: 'terms', label: FOUND_TITLES.terms, items: TERMS }]),
])
</script>

<template>
  <UModal
    v-model:open="open"
    :title="FOUND_LABELS.title"
    :description="FOUND_LABELS.help"
    :transition="false"
    :ui="{ content: 'max-w-2xl top-20 translate-y-0', header: 'sr-only', body: 'p-0 sm:p-0' }"
  >
    <template #body>
      <UCommandPalette
        :key="round"
        v-model:search-term="text"
        :groups="groups"
        :loading="looking"
        :placeholder="FOUND_LABELS.placeholder"
        :fuse="{ fuseOptions: { threshold: 0.2, ignoreLocation: true }, resultLimit: 20 }"
        class="h-[min(26rem,70dvh)]"
        data-testid="find-palette"
      >
        <template #empty>
          <span class="text-(--ink-soft)">{{ failure || (looking ? FOUND_LABELS.looking : FOUND_LABELS.none) }}</span>
        </template>
      </UCommandPalette>
    </template>
  </UModal>
</template>
