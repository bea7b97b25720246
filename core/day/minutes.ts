import { checksOf } from '../advice/checks'
import { wiringOf } from '../light/wiring'
import { assess } from '../plan'
import { traitsOf } from '../recipes/all'
import { sessionTakes } from '../run'
import type { FlashSetup, Head, Recipe, Setup } from '../setup/types'
import type { DaySetup } from './types'

/**
 * Minutes of a practitioner's guess, until a studio's own log says otherwise: put up, tested, reset. All of them are
 * assumed, and marked so.
 */
export const MINUTES = {
  camera: 8,
  light: { bare: 4, snoot: 5, grid: 5, umbrella: 6, bounced: 6, through: 6, softbox: 9 },
  mains: 3,
  furtherUnit: 3,
  card: 3,
  background: 10,
  sensor: { beam: 12, sound: 4, contact: 6, vibration: 4, phone: 2, hand: 1, sight: 1, ear: 1 },
  launcher: 20,
  backstop: 15,
  rig: 12,
  floorCable: 2,
  relay: 10,
  check: { black: 4, exposure: 5, focus: 6, sensor: 6, control: 5 },
  moved: { light: 3, head: 3, power: 0.5, lens: 4, camera: 6, background: 10, beam: 8, launcher: 25 },
  call: 0.5,
  judge: 0.5,
  dark: 0.5,
  loading: 1,
} as const satisfies {
  light: Record<Head, number>
  sensor: Record<Setup['sensor']['kind'], number>
  check: Record<string, number>
  [key: string]: unknown
}

/** min to set the subject again after a take. */
const RESETS: Record<Recipe, number> = {
  balloon: 1.5,
  projectile: 3,
  pour: 4,
  drop: 0.4 + 3 / 10,
  throw: 5,
  powder: 6,
  toss: 0.3,
  swing: 0.5,
  grains: 3,
  run: 1,
  spin: 0.7,
  bubble: 1.5,
}
/** The same of a balloon by what it holds; of something thrown over a person. */
const FILLED: Record<Setup['subject']['filling'], number> = { air: 1.5, confetti: 5, liquid: 5, powder: 7 }
const OVER_A_PERSON = 20

/** A crew gives up on a set-up after so long. */
export const GIVES_UP = 90
/** Sessions behind the takes of a set-up. */
const PLAYS = 200
/** The least a set-up takes to come down, and the share of its build. */
const STRIKE = { least: 3, share: 0.25 }

const lightMinutes = ({ head, supply, units, relay }: FlashSetup): number =>
  MINUTES.light[head] +
  (supply === 'mains' ? MINUTES.mains : 0) +
  (units * relay - 1) * MINUTES.furtherUnit +
  (relay > 1 ? MINUTES.relay : 0)

const isShot = ({ action }: Setup): boolean => action.kind === 'launcher' || action.kind === 'catapult'
const hasRig = ({ action }: Setup): boolean => action.kind === 'pour' || action.kind === 'release'
const senses = ({ trigger }: Setup): boolean => trigger === 'sensor'

const rigMinutes = (setup: Setup): number =>
  (isShot(setup) ? MINUTES.launcher + MINUTES.backstop : 0) + (hasRig(setup) ? MINUTES.rig : 0)
const sensorMinutes = (setup: Setup): number => (senses(setup) ? MINUTES.sensor[setup.sensor.kind] : 0)
const sum = (list: readonly number[]): number => list.reduce((total, one) => total + one, 0)

/** min to put a set-up up on an empty stage. */
export const buildMinutes = (setup: Setup): number =>
  Math.ceil(
    MINUTES.camera +
      MINUTES.background +
      sum(setup.flashes.map(lightMinutes)) +
      setup.scene.cards.length * MINUTES.card +
      sensorMinutes(setup) +
      rigMinutes(setup) +
      wiringOf(setup).filter(wire => wire.kind === 'cable').length * MINUTES.floorCable,
  )

/** min of the tests that are still open. */
export const testMinutes = (setup: Setup): number =>
  sum(checksOf(assess(setup)).map(({ id }) => (setup.tests[id].outcome === 'open' ? MINUTES.check[id] : 0)))

/** min to take a set-up down that took so long to put up. */
export const strikeMinutes = (build: number): number => Math.max(STRIKE.least, Math.ceil(build * STRIKE.share))

/** min of one take: reset or recycle, whichever is longer, the call, and judging it. */
export function takeMinutes(setup: Setup): number {
  const reset =
    setup.recipe === 'balloon'
      ? FILLED[setup.subject.filling]
      : setup.recipe === 'throw' && setup.subject.person
        ? OVER_A_PERSON
        : RESETS[setup.recipe]
  const recycle = Math.max(
    0,
    ...setup.flashes.map(flash => ((flash.power / flash.recyclePower) * flash.recycleTime) / flash.relay / 60),
  )
  const more = (setup.method === 'open-shutter' ? MINUTES.dark : 0) + (isShot(setup) ? MINUTES.loading : 0)
  return Number((Math.max(reset, recycle) + MINUTES.call + MINUTES.judge + more).toFixed(2))
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

/** min that somebody cleans, and that the air takes, by kind of dirt. */
export const CLEANING = { wet: [10, 15], powder: [20, 15], glass: [15, 0] } as const

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
function lightChange(from: FlashSetup, to: FlashSetup): number {
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
  const moved = same(place(from), place(to)) ? 0 : MINUTES.moved.light
  const changed = same(head(from), head(to)) ? 0 : MINUTES.moved.head
  return moved + changed + (moved + changed === 0 && from.power !== to.power ? MINUTES.moved.power : 0)
}

/**
 * min from one set-up to the next where both stand on one stage: what both have is moved, what is new is put up, what
 * goes is taken down.
 */
export function changeMinutes(from: Setup, to: Setup): number {
  const lights = to.flashes.map(light => {
    const before = from.flashes.find(one => isSame(one, light))
    return before ? lightChange(before, light) : lightMinutes(light)
  })
  const gone = from.flashes
    .filter(light => !to.flashes.some(one => isSame(one, light)))
    .map(light => lightMinutes(light) * STRIKE.share)
  const camera = from.kit.camera === to.kit.camera && same(from.picture.distance, to.picture.distance)
  const lens = from.kit.lens === to.kit.lens && from.lens.focalLength === to.lens.focalLength
  const sensor =
    senses(from) && senses(to) && from.sensor.kind === to.sensor.kind
      ? same([from.sensor.position, from.sensor.offset], [to.sensor.position, to.sensor.offset])
        ? 0
        : Math.min(MINUTES.moved.beam, sensorMinutes(to))
      : sensorMinutes(to)
  const rig =
    from.action.kind === to.action.kind
      ? same(from.catch, to.catch)
        ? 0
        : Math.min(MINUTES.moved.beam, rigMinutes(to))
      : isShot(to) && isShot(from)
        ? MINUTES.moved.launcher
        : rigMinutes(to) + rigMinutes(from) * STRIKE.share
  const cards = Math.abs(to.scene.cards.length - from.scene.cards.length) * MINUTES.card
  return Math.ceil(
    sum(lights) +
      sum(gone) +
      (camera ? 0 : MINUTES.moved.camera) +
      (lens ? 0 : MINUTES.moved.lens) +
      (same(from.scene.ground, to.scene.ground) ? 0 : MINUTES.moved.background) +
      sensor +
      rig +
      cards,
  )
}
