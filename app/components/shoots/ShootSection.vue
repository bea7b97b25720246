<script setup lang="ts">
import type { ShootRecord } from '~/services/api'
import { RECIPE_LABELS, choiceLabel } from '~~/shared/texts/choices'
import { longDay } from '~~/shared/texts/days'
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** A shoot with its set-ups: where each stands, and what to do next. */
const { shoot, shoots, most } = defineProps<{
  shoot: ShootRecord
  /** All of them: a set-up can be moved to another. */
  shoots: readonly ShootRecord[]
  /** Set-ups that are drawn, at most: the rest follow. */
  most: number
}>()
const drawn = computed(() => shoot.setups.slice(0, most))
const emit = defineEmits<{
  add: []
  importFile: []
  paste: []
  archive: [id: string, name: string]
  duplicate: [id: string]
  rehearse: [id: string]
  move: [id: string, shootId: string]
  archiveShoot: []
}>()
const tell = useTold()
const session = useSessionStore()

const today = localDay()
/** Id of the set-up whose menu is open. */
const opened = ref('')
/** The other button, or a finger that stays on a set-up, opens its menu. */
function ask(event: Event, id: string): void {
  if (!session.isCrew) return
  event.preventDefault()
  opened.value = id
}
const menu = (id: string, name: string) => [
  [
    { label: shootsWords('shootSection.duplicate'), icon: 'i-lucide-copy', onSelect: () => emit('duplicate', id) },
    { label: shootsWords('shootSection.rehearseBench'), icon: 'i-lucide-drama', onSelect: () => emit('rehearse', id) },
  ],
  session.isLead
    ? shoots
        .filter(other => other.id !== shoot.id)
        .map(other => ({
          label: shootsWords('shootSection.move', { name: other.name }),
          icon: 'i-lucide-folder-input',
          onSelect: () => emit('move', id, other.id),
        }))
    : [],
  ...(session.isLead
    ? [
        [
          {
            label: shootsWords('shootSection.archive'),
            icon: 'i-lucide-archive',
            onSelect: () => emit('archive', id, name),
          },
        ],
      ]
    : []),
]
const preferences = usePreferencesStore()
</script>

<template>
  <section class="mb-9" :aria-label="shoot.name">
    <div class="flex flex-wrap items-baseline gap-x-4 border-b border-(--ink) pb-1">
      <h2 class="text-lg font-semibold">
        {{ shoot.name }}
      </h2>
      <p class="flex-1 text-[13px] text-(--ink-soft)">
        <strong v-if="shoot.date === today" class="text-(--ink)">{{ shootsWords('shootSection.today') }} </strong>{{
          longDay(shoot.date)
        }}{{ shoot.place ? ` · ${shoot.place}` : '' }}
      </p>
      <UButton
        v-if="shoot.setups.length > 0"
        icon="i-lucide-calendar-clock"
        variant="ghost"
        size="xs"
        :label="shootsWords('shootSection.day')"
        :aria-label="shootsWords('shootSection.day2', { name: shoot.name })"
        :to="`/shoots/${shoot.id}/day`"
      />
      <UButton
        v-if="shoot.setups.length > 0"
        icon="i-lucide-file-text"
        variant="ghost"
        size="xs"
        :label="shootsWords('shootSection.report')"
        :aria-label="shootsWords('shootSection.report2', { name: shoot.name })"
        :to="`/shoots/${shoot.id}/report`"
      />
      <UButton
        v-if="session.isCrew"
        icon="i-lucide-upload"
        variant="ghost"
        size="xs"
        :label="shootsWords('shootSection.import')"
        :aria-label="shootsWords('shootSection.importSetUpFile', { name: shoot.name })"
        @click="emit('importFile')"
      />
      <UButton
        v-if="session.isCrew"
        icon="i-lucide-clipboard-paste"
        variant="ghost"
        size="xs"
        :label="shootsWords('shootSection.paste')"
        :aria-label="shootsWords('shootSection.pasteSetUpInto', { name: shoot.name })"
        @click="emit('paste')"
      />
      <UButton
        v-if="session.isCrew"
        icon="i-lucide-plus"
        variant="ghost"
        size="xs"
        :label="shootsWords('shootSection.newSetUp')"
        @click="emit('add')"
      />
      <UButton
        v-if="shoot.setups.length === 0 && session.isLead"
        icon="i-lucide-archive"
        variant="ghost"
        size="xs"
        :aria-label="shootsWords('shootSection.archiveShoot', { name: shoot.name })"
        @click="emit('archiveShoot')"
      />
    </div>
    <p v-if="shoot.notes" class="mt-2 max-w-prose text-[13px] text-(--ink-soft)">
      {{ shoot.notes }}
    </p>
    <ul
      v-if="shoot.setups.length > 0 && preferences.shootsAs === 'board'"
      class="mt-3 grid grid-cols-4 gap-x-4 gap-y-5 text-[13px] max-lg:grid-cols-3 max-md:grid-cols-2"
    >
      <li v-for="setup in drawn" :key="setup.id">
        <ShootsSetupCard :setup="setup" @contextmenu="ask($event, setup.id)">
          <ShootsSetupMenu
            v-if="session.isCrew"
            class="-my-1"
            :open="opened === setup.id"
            :items="() => menu(setup.id, setup.name)"
            :label="shootsWords('shootSection.actions', { name: setup.name })"
            @update:open="open => (opened = open ? setup.id : '')"
          />
        </ShootsSetupCard>
      </li>
    </ul>
    <table v-else-if="shoot.setups.length > 0" class="mt-2 w-full text-[13px]">
      <thead class="text-left text-[12px] text-(--ink-soft)">
        <tr>
          <th>{{ shootsWords('shootSection.setUp') }}</th>
          <th class="wide-only">{{ shootsWords('shootSection.recipeMethod') }}</th>
          <th>{{ shootsWords('shootSection.stage') }}</th>
          <th>{{ shootsWords('shootSection.nextStep') }}</th>
          <th class="text-right">{{ shootsWords('shootSection.keepers') }}</th>
          <th class="wide-only text-right">{{ shootsWords('shootSection.takes') }}</th>
          <th class="wide-only text-right">{{ shootsWords('shootSection.propsLeft') }}</th>
          <th>
            <span class="sr-only">{{ shootsWords('shootSection.actions2') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="setup in drawn"
          :key="setup.id"
          class="border-t border-(--hair)"
          @contextmenu="ask($event, setup.id)"
        >
          <td class="py-1.5 pr-3">
            <NuxtLink
              :to="`/setups/${setup.id}`"
              class="font-medium underline decoration-(--hair-strong) underline-offset-3 hover:decoration-(--ink)"
              >{{ setup.name }}</NuxtLink
            >
          </td>
          <td class="wide-only pr-3 text-(--ink-soft)">
            <template v-if="setup.recipe && setup.method"
              >{{ RECIPE_LABELS[setup.recipe] }}, {{ choiceLabel('method', setup.method).toLowerCase() }}</template
            >
          </td>
          <td class="pr-3 whitespace-nowrap">
            <ShootsStageSteps v-if="setup.stand" :stage="setup.stand.stand" />
          </td>
          <td class="pr-3 text-(--ink-soft)">
            <template v-if="setup.stand">{{ tell(setup.stand.next, setup.stand.figures) }}</template>
            <span v-else-if="setup.failed" class="text-(--bad)">{{
              shootsWords('shootSection.cannotPlanned', { failed: setup.failed })
            }}</span>
            <template v-else>{{ shootsWords('shootSection.beingWorkedOut') }}</template>
          </td>
          <td class="text-right whitespace-nowrap">
            {{ setup.keepers
            }}<template v-if="setup.keepersWanted !== null">
              {{ shootsWords('shootSection.of', { keepersWanted: setup.keepersWanted }) }}</template
            >
          </td>
          <td class="wide-only text-right">
            {{ setup.takes }}
          </td>
          <td class="wide-only text-right">
            {{ setup.stand?.left ?? '–' }}
          </td>
          <td class="text-right">
            <ShootsSetupMenu
              v-if="session.isCrew"
              :open="opened === setup.id"
              :items="() => menu(setup.id, setup.name)"
              :label="shootsWords('shootSection.actions', { name: setup.name })"
              @update:open="open => (opened = open ? setup.id : '')"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="mt-2 text-[13px] text-(--ink-soft)">{{ shootsWords('shootSection.noSetUpsYet') }}</p>
  </section>
</template>

<style scoped>
th {
  font-weight: 400;
  padding: 4px 12px 4px 0;
}
@media (max-width: 700px) {
  .wide-only {
    display: none;
  }
}
</style>
