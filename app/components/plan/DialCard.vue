<script setup lang="ts">
import type { Plan } from '~~/core'
import { dialCardRows, dialCardText } from '~~/shared/text/dialCard'

/** What to set on each device: the two heroes large, the rest in rows; as text, as a page to print, or on the phone. */
const { plan, page = '' } = defineProps<{ plan: Plan, page?: string }>()
const emit = defineEmits<{ why: [id: string] }>()
const store = useSetupStore()
const preferences = usePreferencesStore()
const { parts, show } = useNumbers()

const setup = computed(() => plan.setup)
const delay = computed(() => (plan.timing.used === null ? null : parts(show(plan.timing.used, 'time', { figures: 5 }))))
const { simulated } = useSimulatedKeep(() => plan)
const keep = computed(() => parts(show(simulated.value?.keep ?? plan.keep.perTake, 'share')))
const rows = computed(() => dialCardRows(plan, preferences.system))

const { copied, copy } = useCopied()
</script>

<template>
  <section aria-labelledby="dial-card" class="grid gap-2">
    <h2 id="dial-card" class="section-title flex items-center justify-between">
      <span>Dial card</span>
      <span class="flex items-center font-normal">
        <span role="status" class="text-[11px]">{{ copied }}</span>
        <UButton icon="i-lucide-clipboard-copy" size="xs" variant="ghost" aria-label="Copy the dial card as text" @click="copy(dialCardText(plan, preferences.system, simulated))" />
        <UButton v-if="page" icon="i-lucide-printer" size="xs" variant="ghost" aria-label="Dial card as a page, to print or on the phone" :to="page" />
      </span>
    </h2>
    <div class="grid grid-cols-[1fr_auto] items-start gap-x-3">
      <div>
        <p class="text-[11px] text-(--ink-soft)">
          {{ setup.delay === null ? 'Delay, planned' : 'Delay, dialled' }}
        </p>
        <p class="number-big" data-testid="delay">
          <button v-if="delay" type="button" class="hero" title="Why this delay?" @click="emit('why', 'delay')">
            {{ delay[0] }}<span class="unit-small"> {{ delay[1] }}</span>
          </button>
          <template v-else>
            none
          </template>
        </p>
        <!-- Keeps its place, so that nothing moves under the pointer while a fix is tried. -->
        <button type="button" class="text-[11px] underline" :class="{ invisible: setup.delay === null }" @click="store.change([{ path: 'delay', value: null }])">
          use the planned delay
        </button>
      </div>
      <div class="text-right">
        <p class="text-[11px] text-(--ink-soft)">
          {{ simulated ? 'Keeps, simulated' : 'Keeps, per take' }}
        </p>
        <p class="number-big" data-testid="keep">
          <button type="button" class="hero" title="Why this keep rate?" @click="emit('why', 'keep')">
            {{ keep[0] }}<span class="unit-small"> {{ keep[1] }}</span>
          </button>
        </p>
      </div>
    </div>
    <dl class="dial">
      <template v-for="[label, value] in rows" :key="label">
        <dt>{{ label }}</dt><dd>{{ value }}</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.dial { display: grid; grid-template-columns: auto 1fr; gap: 1px 10px; font-size: 12px; }
.dial dt { color: var(--ink-soft); }
.dial dd { text-align: right; font-weight: 520; }
.hero { cursor: pointer; }
.hero:hover { box-shadow: 0 2px 0 var(--hair-strong); }
</style>
