import type { LoggedTake } from '~~/core'

const NONE: readonly LoggedTake[] = []

/** Takes of the set-up at hand, oldest first; none while another's are open. */
export function useLogged() {
  const store = useSetupStore()
  const takes = useTakesStore()
  return computed<readonly LoggedTake[]>(() =>
    store.record !== null && takes.setupId === store.record.id && takes.takes.length > 0
      ? [...takes.takes].reverse()
      : NONE,
  )
}
