import { COUNTED_MENDS, type Contradiction, type DayPlan, type Mend, type PlayedDays, clockText } from '../../core/day'

/** To how many digits shares of days are told. */
const share = (value: number): number => Number(value.toFixed(4))

const times = <K extends string>(values: Readonly<Record<K, number>> | null): Record<K, string> | null =>
  values &&
  (Object.fromEntries(Object.entries(values).map(([key, at]) => [key, clockText(at as number)])) as Record<K, string>)

const mendOf = ({ change, of, to }: Mend): Record<string, unknown> => ({
  change,
  ...(of === undefined ? {} : { of }),
  ...(to === undefined ? {} : { to: COUNTED_MENDS.has(change) ? to : clockText(to) }),
})
const contradictionOf = ({ mends, prop, ...rest }: Contradiction): Record<string, unknown> => ({
  ...rest,
  ...(prop === undefined ? {} : { prop }),
  mends: mends.map(mendOf),
})
const propsOf = (props: PlayedDays['props']): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(props).map(([kind, { enough, ...rest }]) => [
      kind,
      { ...rest, enough: enough === null ? null : share(enough) },
    ]),
  )

/** A planned day as its file: times of day as text, rounded up to a minute. */
export function dayPlanFile({ rows, played, dropped, contradictions, ...plan }: DayPlan): Record<string, unknown> {
  return {
    format: 'epiro-day-plan',
    version: 1,
    exact: plan.exact,
    lost: plan.lost,
    end: clockText(plan.end),
    dropped,
    rows: rows.map((row, i) => {
      const { begins, done, window, fired } = played.rows[i]!
      return {
        id: row.id,
        from: clockText(row.from),
        cleaned: row.cleaned,
        built: clockText(row.built),
        tested: clockText(row.tested),
        fires: clockText(row.fires),
        ends: clockText(row.ends),
        wait: row.wait,
        begins: times(begins),
        done: times(done),
        window: share(window),
        fired: share(fired),
      }
    }),
    played: { days: played.days, end: times(played.end), inTime: share(played.inTime) },
    props: propsOf(played.props),
    contradictions: contradictions.map(contradictionOf),
  }
}
