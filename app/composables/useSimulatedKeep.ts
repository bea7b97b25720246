import type { Plan } from '~~/core'
import { type Simulated, simulateInWorker } from '~/services/simulation'

/** Takes played where the first order fails, and the calm before they are, ms. */
const TAKES = 100_000
const CALM = 120

/** The keep rate by simulation where the first order fails; null where it holds or while the set-up moves. */
export function useSimulatedKeep(plan: () => Plan) {
  const simulated = shallowRef<Simulated | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(plan, (now) => {
    simulated.value = null
    clearTimeout(timer)
    if (now.spread.firstOrder) return
    timer = setTimeout(async () => {
      const result = await simulateInWorker(now.setup, TAKES)
      if (plan() === now) simulated.value = result
    }, CALM)
  }, { immediate: true })
  onScopeDispose(() => clearTimeout(timer))
  return { simulated }
}
