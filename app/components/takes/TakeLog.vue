<script setup lang="ts">
import { variantTallies } from '~~/core/season'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import type { Plan } from '~~/core'
import type { TakeRecord } from '~/services/api'
import { takesWords } from '~~/shared/texts/pages/takes'

/** What the takes show, a form to log one more or put one right, and all of them with their pictures. */
const { plan } = defineProps<{ plan: Plan }>()
const takes = useTakesStore()
const pictures = usePicturesStore()
const unsent = computed(() => unsentText(takes.unsent, pictures.unsent))
const session = useSessionStore()

const amended = shallowRef<TakeRecord | null>(null)
const heading = useTemplateRef('heading')
function amend(take: TakeRecord): void {
  amended.value = take
  void nextTick(() => heading.value?.scrollIntoView({ block: 'nearest' }))
}
const failure = ref('')
async function strike(id: string, out: boolean): Promise<void> {
  failure.value = ''
  try {
    await takes.strike(id, out)
    amended.value = null
  } catch (error) {
    failure.value = (error as Error).message
  }
}
/** The server alone can strike one that it has. */
const canStrike = computed(() => session.isLead && amended.value !== null && amended.value.id !== amended.value.key)
onMounted(() => void takes.readExcluded().catch(() => {}))
</script>

<template>
  <section aria-labelledby="take-log" class="grid grid-cols-[minmax(0,1fr)] gap-2">
    <RunLearnPanel :plan="plan" />
    <h2 id="take-log" ref="heading" class="section-title">
      {{
        !session.isCrew
          ? takesWords('takeLog.onlyCrewCanLog')
          : amended
            ? takesWords('takeLog.correctTake', { number: amended.number })
            : takesWords('takeLog.logTake')
      }}
    </h2>
    <TakesTakeForm
      v-if="session.isCrew"
      :key="amended?.key ?? 'new'"
      :plan="plan"
      :take="amended"
      @done="amended = null"
    />
    <p v-if="amended" class="flex justify-between">
      <UButton
        v-if="canStrike"
        size="xs"
        variant="outline"
        icon="i-lucide-strikethrough"
        :label="takesWords('takeLog.discardTake')"
        @click="strike(amended.id, true)"
      />
      <UButton
        size="xs"
        variant="ghost"
        :label="takesWords('takeLog.cancelCorrection')"
        class="ml-auto"
        @click="amended = null"
      />
    </p>
    <p v-if="failure" role="alert" class="text-[12px] text-(--bad)">
      {{ failure }}
    </p>

    <h2 class="section-title mt-2">
      {{ takesWords('takeLog.takes')
      }}<span v-if="unsent !== ''" role="status" class="font-normal"> · {{ unsent }}</span>
    </h2>
    <TakesWaitingTakes
      v-if="takes.refused.length > 0 || takes.ofOthers > 0 || takes.queue.some(queued => queued.held)"
    />
    <PicturesWaitingPictures />
    <p v-if="takes.takes.length === 0" class="text-[12px] text-(--ink-soft)">
      {{ takesWords('takeLog.noTakesYetShoot') }}
    </p>
    <TakesTakeTable v-else @amend="amend" />
    <TakesBesideRehearsal :setup-id="takes.setupId" :takes="takes.takes" />
    <TakesVariantTable :tallies="variantTallies(takes.takes)" />
    <p
      v-for="take in takes.excluded"
      :key="take.key"
      class="flex items-baseline gap-2 text-[12px] text-(--ink-faint)"
      data-testid="struck"
    >
      <span class="flex-1 line-through">{{
        takesWords('takeLog.take', { number: take.number, verdict: VERDICT_LABELS[take.verdict].toLowerCase() })
      }}</span>
      <UButton
        v-if="session.isLead"
        variant="link"
        :aria-label="takesWords('takeLog.restoreTake', { number: take.number })"
        @click="strike(take.id, false)"
      >
        {{ takesWords('takeLog.putBack') }}
      </UButton>
    </p>
    <PicturesPictureList v-if="pictures.pictures.length > 0" />
  </section>
</template>
