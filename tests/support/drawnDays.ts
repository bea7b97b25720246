import type { DayPlanInput, DayValue } from '~~/core/day'
import { seededRandom } from '~~/core/math/random'

const KINDS = ['wet', 'powder', 'glass']
const VALUES: DayValue[] = ['must', 'wanted', 'nice']

/** A day drawn at random: windows, people, dirt, breaks, quiet hours, orders and changes all bite now and then. */
export function drawnDay(n: number, seed: number, change: Partial<DayPlanInput> = {}): DayPlanInput {
  const random = seededRandom(seed)
  const whole = (low: number, high: number): number => Math.floor(low + random.uniform() * (high - low + 1))
  const some = <T>(list: readonly T[], share: number): T[] => list.filter(() => random.uniform() < share)
  const chance = (share: number): boolean => random.uniform() < share
  const ids = Array.from({ length: n }, (_, i) => `s${i}`)
  const people = ['ana', 'bo'].map(id => ({
    id,
    name: id,
    hours: chance(0.6) ? [[whole(540, 700), whole(800, 1300)] as const] : [],
  }))
  return {
    date: '2026-12-04',
    start: 540,
    end: whole(800, 1140),
    clean: { wet: [10, 15], powder: [20, 15], glass: [15, 0] },
    breaks: [{ at: whole(700, 780), minutes: 30 }, ...(chance(0.3) ? [{ at: whole(600, 660), minutes: 10 }] : [])],
    quiet: chance(0.4) ? [[780, 900]] : [],
    people,
    change: Object.fromEntries(
      some(ids, 0.3).map(from => [from, Object.fromEntries(some(ids, 0.3).map(to => [to, whole(0, 40)]))]),
    ),
    stock: { balloon: whole(5, 60) },
    seed,
    days: 500,
    setups: ids.map(id => ({
      id,
      name: id,
      value: VALUES[whole(0, 2)]!,
      build: whole(0, 60),
      test: whole(0, 20),
      fire: whole(5, 90),
      strike: whole(0, 12),
      take: whole(2, 8) / 2,
      takes: chance(0.8) ? Array.from({ length: 6 }, () => whole(2, 20)) : null,
      most: { takes: whole(6, 30), minutes: whole(20, 90) },
      leaves: some(KINDS, 0.3),
      minds: some(KINDS, 0.3),
      loud: chance(0.3),
      windows: chance(0.3) ? [[whole(560, 800), whole(820, 1100)] as const] : [],
      needs: some(['ana', 'bo'], 0.2),
      after: some(ids, 0.06).filter(other => other !== id),
      props: (chance(0.3) ? { balloon: 1 } : {}) as Record<string, number>,
    })),
    ...change,
  }
}
