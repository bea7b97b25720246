<script setup lang="ts">
import { MINUTE_RULES, type MinuteRule, RULES } from '~~/core/day'
import { MINUTE_GROUPS, MINUTE_RULE_LABELS } from '~~/shared/texts/day'
import { dayWords } from '~~/shared/texts/pages/day'

/** What each kind of work takes in this studio: a rule of thumb until somebody types their own, for every shoot. */
const store = useDayStore()
const session = useSessionStore()
const groups = MINUTE_GROUPS.map(([title, parts]) => ({
  title,
  rules: MINUTE_RULES.filter(rule => parts.includes(rule.split('.')[0]!)),
}))
const own = (rule: MinuteRule): number | null => store.studio.own[rule] ?? null
const typed = computed(() => MINUTE_RULES.filter(rule => own(rule) !== null).length)
</script>

<template>
  <UModal :title="dayWords('rulesPanel.whatWorkTakesStudio')" :ui="{ content: 'max-w-3xl' }">
    <UButton
      size="xs"
      variant="outline"
      icon="i-lucide-timer"
      :label="typed === 0 ? dayWords('rulesPanel.minutesRule') : dayWords('rulesPanel.minutesRuleYourOwn', { typed })"
    />
    <template #body>
      <p class="mb-3 text-[13px] text-(--ink-soft)">
        {{ dayWords('rulesPanel.minutesEveryDayStudio') }}
      </p>
      <div class="groups">
        <section v-for="group in groups" :key="group.title" :aria-label="group.title" class="mb-4 break-inside-avoid">
          <h3 class="section-title mb-1">{{ group.title }}</h3>
          <div v-for="rule in group.rules" :key="rule" class="flex items-start justify-between gap-2 py-0.5">
            <span class="pt-0.5 text-[13px]" aria-hidden="true">{{ MINUTE_RULE_LABELS[rule] }}</span>
            <DayMinuteInput
              bare
              :label="dayWords('rulesPanel.min', { title: group.title, rule: MINUTE_RULE_LABELS[rule] })"
              :value="own(rule)"
              :assumed="RULES[rule]"
              quiet
              :disabled="!session.isCrew"
              :change="v => store.setRule(rule, v)"
            />
          </div>
        </section>
      </div>
    </template>
  </UModal>
</template>

<style scoped>
.groups {
  columns: 2;
  column-gap: 2rem;
}
@media (max-width: 640px) {
  .groups {
    columns: 1;
  }
}
</style>
