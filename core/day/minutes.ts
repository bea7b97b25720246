import { type CheckId, checksOf } from '../advice/checks'
import { wiringOf } from '../light/wiring'
import { memoisedFor } from '../math/memoised'
import { assess } from '../plan'
import { traitsOf } from '../recipes/all'
import { sessionTakes } from '../run'
import type { FlashSetup, Setup } from '../setup/types'
import { type DayRules, RULES } from './rules'
import type { DaySetup } from './types'

/** A crew gives up on a set-up after so long. */
export const GIVES_UP = 90
/** Sessions behind the takes of a set-up. */
const PLAYS = 200
/** The least a set-up takes to come down, and the share of its build. */
const STRIKE = { least: 3, share: 0.25 }

const lightMinutes = ({ head, supply, units, relay }: FlashSetup, rules: DayRules): number =>
  rules[`light.${head}`] +
  (supply === 'mains' ? rules['build.mains'] : 0) +
  (units * relay - 1) * rules['build.further'] +
  (relay > 1 ? rules['build.relay'] : 0)

const isShot = ({ action }: Setup): boolean => action.kind === 'launcher' || action.kind === 'catapult'
const hasRig = ({ action }: Setup): boolean => action.kind === 'pour' || action.kind === 'release'
const senses = ({ trigger }: Setup): boolean => trigger === 'sensor'

const rigMinutes = (setup: Setup, rules: DayRules): number =>
  (isShot(setup) ? rules['build.launcher'] + rules['build.backstop'] : 0) + (hasRig(setup) ? rules['build.rig'] : 0)
const sensorMinutes = (setup: Setup, rules: DayRules): number =>
  senses(setup) ? rules[`sensor.${setup.sensor.kind}`] : 0
const sum = (list: readonly number[]): number => list.reduce((total, one) => total + one, 0)

/** min to put a set-up up on an empty stage. */
export const buildMinutes = (setup: Setup, rules = RULES): number =>
  Math.ceil(
    rules['build.camera'] +
      rules['build.background'] +
      sum(setup.flashes.map(light => lightMinutes(light, rules))) +
      setup.scene.cards.length * rules['build.card'] +
      sensorMinutes(setup, rules) +
      rigMinutes(setup, rules) +
      wiringOf(setup).filter(wire => wire.kind === 'cable').length * rules['build.cable'],
  )

const checksKept = memoisedFor<Setup, CheckId[]>()
/** Tests that are still open. A day asks of each set-up again whenever anything of it is moved. */
const openChecks = (setup: Setup): CheckId[] =>
  checksKept(setup, [], () =>
    checksOf(assess(setup)).flatMap(({ id }) => (setup.tests[id].outcome === 'open' ? [id] : [])),
  )

/** min of the tests that are still open. */
export const testMinutes = (setup: Setup, rules = RULES): number =>
  sum(openChecks(setup).map(id => rules[`check.${id}`]))

/** min to take a set-up down that took so long to put up. */
export const strikeMinutes = (build: number): number => Math.max(STRIKE.least, Math.ceil(build * STRIKE.share))

/** min of one take: reset or recycle, whichever is longer, the call, and judging it. */
export function takeMinutes(setup: Setup, rules = RULES): number {
  const { recipe, subject } = setup
  const overSomebody = recipe === 'throw' && subject.person
  const usual = recipe === 'balloon' ? rules[`filled.${subject.filling}`] : rules[`reset.${recipe}`]
  const reset = overSomebody ? rules['take.person'] : usual
  const recycle = Math.max(
    0,
    ...setup.flashes.map(flash => ((flash.power / flash.recyclePower) * flash.recycleTime) / flash.relay / 60),
  )
  const dark = setup.method === 'open-shutter' ? rules['take.dark'] : 0
  const loading = isShot(setup) ? rules['take.loading'] : 0
  return Number((Math.max(reset, recycle) + rules['take.call'] + rules['take.judge'] + dark + loading).toFixed(2))
}

/** Planned min of firing: the mean of the takes, cut where the crew stops. */
export function fireMinutes({
  take,
  takes,
  most,
}: Pick<DaySetup, 'most'> & { take: number; takes: readonly number[] }): number {
  const mean = sum(takes.map(n => Math.min(n, most.takes))) / takes.length
  return Math.min(most.minutes, Math.ceil(mean * take - 1e-9))
}

/** A background that throws back more than this is paper or cloth, which a wet hand spoils; under the other, black. */
const PALE = 0.5
const BLACK = 0.1

/** Kinds of dirt that a set-up leaves, and those that it minds. */
export function dirtOf(setup: Setup): Pick<DaySetup, 'leaves' | 'minds'> {
  const { hazards, glass, intoLiquid } = traitsOf(setup.recipe)
  const wet = hazards.wet === true || setup.subject.filling === 'liquid'
  const powder = hazards.dust === true || setup.subject.filling === 'powder'
  const { reflectance } = setup.scene.ground
  return {
    leaves: [...(wet ? ['wet'] : []), ...(powder ? ['powder'] : []), ...(hazards.shatters ? ['glass'] : [])],
    minds: [
      ...(setup.flashes.some(({ supply }) => supply === 'mains') || reflectance >= PALE ? ['wet'] : []),
      ...(glass || intoLiquid || reflectance <= BLACK ? ['powder'] : []),
      ...(hazards.people ? ['glass'] : []),
    ],
  }
}

/** A set-up for the day by the rules of thumb, its takes played. @param id what it is called in the day */
export function daySetupOf(setup: Setup, id: string, takes = sessionTakes(setup, { plays: PLAYS })): DaySetup {
  const build = buildMinutes(setup)
  const take = takeMinutes(setup)
  const most = { takes: setup.goal.stock > 0 ? setup.goal.stock : Infinity, minutes: GIVES_UP }
  const known = takes.length > 0 ? takes : [setup.goal.keepers]
  return {
    id,
    name: setup.name,
    value: 'wanted',
    build,
    test: testMinutes(setup),
    strike: strikeMinutes(build),
    fire: fireMinutes({ take, takes: known, most }),
    take,
    takes: known,
    most,
    ...dirtOf(setup),
    loud: traitsOf(setup.recipe).hazards.loud === true || isShot(setup),
    windows: [],
    needs: [],
    after: [],
    props: {},
  }
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
/** Whether two are one piece of gear: by its kit id, else by name. */
const isSame = (a: { kit: string; name: string }, b: { kit: string; name: string }): boolean =>
  a.kit !== '' || b.kit !== '' ? a.kit === b.kit : a.name === b.name

/** min to turn one light into what the next set-up has it as. */
function lightChange(from: FlashSetup, to: FlashSetup, rules: DayRules): number {
  const place = ({ distance, angle, elevation, aimAlong, aimAcross, aimOut }: FlashSetup): unknown => [
    [distance, angle, elevation],
    [aimAlong, aimAcross, aimOut],
  ]
  const head = ({ head: kind, headWidth, headHeight, modifier }: FlashSetup): unknown => [
    kind,
    headWidth,
    headHeight,
    modifier,
  ]
  const moved = same(place(from), place(to)) ? 0 : rules['moved.light']
  const changed = same(head(from), head(to)) ? 0 : rules['moved.head']
  return moved + changed + (moved + changed === 0 && from.power !== to.power ? rules['moved.power'] : 0)
}

/**
 * min from one set-up to the next where both stand on one stage: what both have is moved, what is new is put up, what
 * goes is taken down.
 */
export function changeMinutes(from: Setup, to: Setup, rules = RULES): number {
  const lights = to.flashes.map(light => {
    const before = from.flashes.find(one => isSame(one, light))
    return before ? lightChange(before, light, rules) : lightMinutes(light, rules)
  })
  const gone = from.flashes
    .filter(light => !to.flashes.some(one => isSame(one, light)))
    .map(light => lightMinutes(light, rules) * STRIKE.share)
  const camera = from.kit.camera === to.kit.camera && same(from.picture.distance, to.picture.distance)
  const lens = from.kit.lens === to.kit.lens && from.lens.focalLength === to.lens.focalLength
  const sensor =
    senses(from) && senses(to) && from.sensor.kind === to.sensor.kind
      ? same([from.sensor.position, from.sensor.offset], [to.sensor.position, to.sensor.offset])
        ? 0
        : Math.min(rules['moved.beam'], sensorMinutes(to, rules))
      : sensorMinutes(to, rules)
  const rig =
    from.action.kind === to.action.kind
      ? same(from.catch, to.catch)
        ? 0
        : Math.min(rules['moved.beam'], rigMinutes(to, rules))
      : isShot(to) && isShot(from)
        ? rules['moved.launcher']
        : rigMinutes(to, rules) + rigMinutes(from, rules) * STRIKE.share
  const cards = Math.abs(to.scene.cards.length - from.scene.cards.length) * rules['build.card']
  return Math.ceil(
    sum(lights) +
      sum(gone) +
      (camera ? 0 : rules['moved.camera']) +
      (lens ? 0 : rules['moved.lens']) +
      (same(from.scene.ground, to.scene.ground) ? 0 : rules['moved.background']) +
      sensor +
      rig +
      cards,
  )
}
