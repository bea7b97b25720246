<script setup lang="ts">
import { type LearntElsewhere, marked, withChanges } from '~~/core'
import { api } from '~/services/api'
import { LEARNT_TEXT } from '~~/shared/texts/knowledge'
import { knowWords } from '~~/shared/texts/pages/know'

/** What was learnt on other set-ups of the studio, to be taken over where the launcher, skin or hand is the same. */
const store = useSetupStore()
const { show } = useNumbers()

const learnt = ref<LearntElsewhere[]>([])
async function look(): Promise<void> {
  const id = store.record?.id
  if (!id) return
  // Nothing to offer is no matter: the questions stand without it.
  learnt.value = await api.learnt(id).catch(() => [])
}
watch(() => store.record?.id, look, { immediate: true })
function figure({ what }: LearntElsewhere, value: number, sigma: number): string {
  const { quantity } = LEARNT_TEXT[what]
  return `${show(value, quantity, { figures: 3 })} ± ${show(sigma, quantity, { figures: 2 })}`
}

function take(row: LearntElsewhere): void {
  if (!store.setup) return
  const paths = row.changes.map(change => change.path)
  const how = `from “${row.from}”`.slice(0, 120)
  store.replace(
    marked(withChanges(store.setup, [...row.changes, { path: 'delay', value: null }]), paths, 'measured', {
      how,
      date: row.date || localDay(),
    }),
  )
  learnt.value = learnt.value.filter(other => other !== row)
}
</script>

<template>
  <section v-if="learnt.length > 0" aria-labelledby="elsewhere" data-testid="elsewhere">
    <h2 id="elsewhere" class="section-title mt-3 mb-1">{{ knowWords('learntElsewhere.fromOtherSetUps') }}</h2>
    <ul class="text-[12px]">
      <li v-for="row in learnt" :key="row.what" class="flex items-baseline gap-2 border-b border-(--hair) py-0.5">
        <span class="flex-1 leading-snug">
          {{ LEARNT_TEXT[row.what].name }}: <b class="tabular">{{ figure(row, row.value, row.sigma) }}</b>
          <span class="block text-[11px] text-(--ink-soft)">
            {{
              knowWords('learntElsewhere.here', {
                from: row.from,
                date: row.date ? `, ${row.date}` : '',
                row: figure(row, row.held, row.heldSigma),
              })
            }}
          </span>
        </span>
        <UButton size="xs" variant="ghost" :label="knowWords('learntElsewhere.useFigure')" @click="take(row)" />
      </li>
    </ul>
  </section>
</template>
