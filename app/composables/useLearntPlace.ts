import type { Plan } from '~~/core'
import type { LearntPlace, learntPlace } from '~/utils/learntPlace'

/** What the takes say the delay should be, in a calm moment; what works it out is read once there are takes. */
export function useLearntPlace(plan: () => Plan) {
  const logged = useLogged()
  const learn = shallowRef<typeof learntPlace | null>(null)
  watch(
    () => logged.value.length > 0,
    async some => {
      if (some) learn.value ??= (await import('~/utils/learntPlace')).learntPlace
    },
    { immediate: true },
  )
  return useCalm<{ from: Plan; takes: typeof logged.value; work: typeof learn.value }, LearntPlace | null>(
    () => ({ from: plan(), takes: logged.value, work: learn.value }),
    ({ from, takes, work }) => (takes.length > 0 && work ? work(from, takes) : null),
    null,
  )
}
