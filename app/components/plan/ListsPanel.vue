<script setup lang="ts">
import { CAUTION_TEXTS, LAW } from '~~/shared/texts/cautions'
import { LISTS, type ListItem, type ListName, MOST_LIST_ITEMS, type Setup, cautionsOf } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/** Cautions that apply, and the lists of preparation and reset: to be ticked, and to be changed. */
const { setup } = defineProps<{ setup: Setup }>()
const store = useSetupStore()

const TITLES: Record<ListName, string> = {
  preparation: planWords('listsPanel.preparation'),
  reset: planWords('listsPanel.resetBetweenTakes'),
  cautions: planWords('listsPanel.studioCautions'),
  review: planWords('listsPanel.reviewWhatWorkedWhat'),
}
const cautions = computed(() => cautionsOf(setup))
const editing = ref<ListName | null>(null)
const fresh = reactive<Record<ListName, string>>({ preparation: '', reset: '', cautions: '', review: '' })

const put = (name: ListName, items: ListItem[]): void =>
  store.replace({ ...setup, lists: { ...setup.lists, [name]: items } })
function tickCaution(id: string): void {
  const { acknowledged } = setup.lists
  store.replace({
    ...setup,
    lists: {
      ...setup.lists,
      acknowledged: acknowledged.includes(id) ? acknowledged.filter(a => a !== id) : [...acknowledged, id],
    },
  })
}
const tick = (name: ListName, index: number): void =>
  put(
    name,
    setup.lists[name].map((item, i) => (i === index ? { ...item, done: !item.done } : item)),
  )
function add(name: ListName): void {
  const text = fresh[name].trim()
  if (text === '' || setup.lists[name].length >= MOST_LIST_ITEMS) return
  put(name, [...setup.lists[name], { text, done: false }])
  fresh[name] = ''
}
function move(name: ListName, index: number, by: number): void {
  const items = [...setup.lists[name]]
  const [item] = items.splice(index, 1)
  items.splice(index + by, 0, item!)
  put(name, items)
}
const left = (name: ListName): number => setup.lists[name].filter(item => !item.done).length
</script>

<template>
  <div class="grid gap-3 text-[12px]">
    <section v-if="cautions.length > 0" aria-labelledby="cautions">
      <h2 id="cautions" class="section-title mb-1">{{ planWords('listsPanel.cautions') }}</h2>
      <label v-for="caution in cautions" :key="caution.id" class="item" :data-testid="`caution-${caution.id}`">
        <input
          type="checkbox"
          class="tick mt-0.5"
          :checked="setup.lists.acknowledged.includes(caution.id)"
          @change="tickCaution(caution.id)"
        />
        <span
          ><strong class="font-semibold">{{ CAUTION_TEXTS[caution.id].title }}.</strong>
          {{ CAUTION_TEXTS[caution.id].text
          }}<template v-if="caution.calls">
            {{ planWords('listsPanel.callsBeforeArming', { calls: caution.calls.join('”, “') }) }}</template
          ></span
        >
      </label>
      <p class="mt-1 text-(--ink-soft)">
        {{ LAW }}
      </p>
    </section>
    <section v-for="name in LISTS" :key="name" :aria-label="TITLES[name]">
      <h2 class="section-title mb-1 flex items-baseline justify-between">
        <span
          >{{ TITLES[name]
          }}<span v-if="setup.lists[name].length > 0" class="font-normal">
            ·
            {{
              left(name) === 0 ? planWords('listsPanel.allDone') : planWords('listsPanel.left', { name: left(name) })
            }}</span
          ></span
        >
        <span class="flex gap-2 font-normal">
          <UButton
            v-if="setup.lists[name].some(item => item.done)"
            variant="link"
            @click="
              put(
                name,
                setup.lists[name].map(item => ({ ...item, done: false })),
              )
            "
          >
            {{ planWords('listsPanel.untickAll') }}
          </UButton>
          <UButton variant="link" :aria-pressed="editing === name" @click="editing = editing === name ? null : name">
            {{ editing === name ? planWords('listsPanel.done') : planWords('listsPanel.edit') }}
          </UButton>
        </span>
      </h2>
      <template v-if="editing === name">
        <div v-for="(item, i) in setup.lists[name]" :key="i" class="flex items-center gap-1">
          <InputsFieldRow
            :path="`lists.${name}[${i}].text`"
            :label="planWords('listsPanel.line', { i: i + 1 })"
            class="line flex-1"
          />
          <UButton
            v-if="i > 0"
            icon="i-lucide-arrow-up"
            size="xs"
            variant="ghost"
            :aria-label="planWords('listsPanel.moveLineUp', { i: i + 1 })"
            @click="move(name, i, -1)"
          />
          <UButton
            icon="i-lucide-x"
            size="xs"
            variant="ghost"
            :aria-label="planWords('listsPanel.removeLine', { i: i + 1 })"
            @click="
              put(
                name,
                setup.lists[name].filter((_, k) => k !== i),
              )
            "
          />
        </div>
      </template>
      <template v-else>
        <label v-for="(item, i) in setup.lists[name]" :key="i" class="item">
          <input type="checkbox" class="tick mt-0.5" :checked="item.done" @change="tick(name, i)" />
          <span :class="{ 'text-(--ink-faint)': item.done }">{{ item.text }}</span>
        </label>
      </template>
      <form
        v-if="editing === name || setup.lists[name].length === 0"
        class="mt-1 flex gap-1"
        @submit.prevent="add(name)"
      >
        <UInput
          v-model="fresh[name]"
          variant="none"
          class="flex-1"
          maxlength="200"
          :aria-label="planWords('listsPanel.newItem', { name: TITLES[name] })"
          :placeholder="planWords('listsPanel.addItem')"
        />
        <UButton
          type="submit"
          size="xs"
          variant="ghost"
          icon="i-lucide-plus"
          :aria-label="planWords('listsPanel.addLine', { name: TITLES[name] })"
        />
      </form>
    </section>
    <PlanCrewList :setup="setup" />
  </div>
</template>

<style scoped>
.item {
  display: flex;
  gap: 7px;
  padding: 2px 0;
  line-height: 1.35;
  cursor: pointer;
  align-items: flex-start;
}
.line :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.line :deep(.field-input) {
  width: 100%;
}
</style>
