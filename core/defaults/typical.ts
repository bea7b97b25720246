import { memoisedFor } from '../math/memoised'
import { reachOf, sharesOf } from '../light/reach'
import { sensorOf } from '../sensors/all'
import { type KnownFlash, type KnownSetup, TYPICAL_LINKS } from '../setup/known'
import type { ActionKind, FlashSetup, KnownFlashRow, Setup } from '../setup/types'

/** Actions that are heard as they start: a report, the snap of a band, a burst, hands that clap. */
const HEARD: ReadonlySet<ActionKind> = new Set(['launcher', 'catapult', 'pin', 'hand'])

/** Whether an action sends something flying that must not meet anybody. */
export const shoots = (kind: ActionKind): boolean => kind === 'launcher' || kind === 'catapult'

/** Whether the start of an action makes a sound of its own. */
export const startIsHeard = (kind: ActionKind): boolean => HEARD.has(kind)

/** What a microphone or contact answers to unless told otherwise: the start where that is heard, else the impact. */
export const typicalSource = (kind: ActionKind): Setup['sensor']['source'] => (HEARD.has(kind) ? 'start' : 'impact')

/**
 * t.1 over t.5 of a kind of flash: a natural discharge has about 3; a tube that is cut off early loses its tail, the
 * more the lower the
 * power.
 */
export function tailRatio(flash: Pick<FlashSetup, 'supply'>, power: number): number {
  if (flash.supply === 'spark') return 2
  if (flash.supply === 'mains') return 3
  return power > 0.7 ? 3 : power > 0.35 ? 1.5 : 1.3
}

/** Durations of a flash with what was not given estimated from the other by the kind of flash. */
export function knownTable(flash: Pick<FlashSetup, 'supply' | 'table'>): KnownFlashRow[] {
  // Whole as it is: the same table, so that what was made of it once is found again.
  if (flash.table.every(row => row.t05 !== null && row.t01 !== null)) return flash.table as KnownFlashRow[]
  return flash.table.map(row => {
    const ratio = tailRatio(flash, row.power)
    const t05 = row.t05 ?? (row.t01 ?? 0) / ratio
    return { power: row.power, t05, t01: row.t01 ?? t05 * ratio }
  })
}

/** Recycle of a flash at a power, s: in proportion to the energy it gave. */
export const recycleAt = (flash: Pick<FlashSetup, 'recycleTime' | 'recyclePower'>, power: number): number =>
  flash.recycleTime * (power / flash.recyclePower)

/** The sensor's diagonal over this is the circle of confusion. */
const CIRCLES = 1500

/** Circle of confusion of a sensor, m. */
export const typicalCircle = (camera: Pick<Setup['camera'], 'sensorWidth' | 'sensorHeight'>): number =>
  Math.hypot(camera.sensorWidth, camera.sensorHeight) / CIRCLES

/** What each nullable field of a set-up is taken for while nothing is entered; null: the field has no such value. */
export function assumedAt(setup: Setup, path: string): number | null {
  const row = /^flashes\[(\d+)\]\.table\[(\d+)\]\.(t05|t01)$/.exec(path)
  if (row) {
    const flash = setup.flashes[Number(row[1])]
    return flash ? (knownTable(flash)[Number(row[2])]?.[row[3] as 't05' | 't01'] ?? null) : null
  }
  switch (path) {
    case 'sensor.latency':
      return sensorOf(setup).typical.latency
    case 'sensor.jitter':
      return sensorOf(setup).typical.jitter
    case 'link.latency':
      return TYPICAL_LINKS[setup.link.kind].latency
    case 'link.jitter':
      return TYPICAL_LINKS[setup.link.kind].jitter
    case 'picture.circleOfConfusion':
      return typicalCircle(setup.camera)
    default:
      return null
  }
}

/** Lights as they were last filled in, by what they go by besides themselves: a drag of anything else keeps them. */
const flashesFor = memoisedFor<Setup['flashes'], KnownFlash[]>()

function filledIn(setup: Setup): KnownFlash[] {
  const reach = reachOf(setup)
  const shares = sharesOf(setup.flashes, reach)
  return setup.flashes.map((flash, i) => ({ ...flash, table: knownTable(flash), reach: reach[i]!, share: shares[i]! }))
}

/**
 * Fills in what was not entered.
 *
 * @param setup not changed afterwards
 */
export function known(setup: Setup): KnownSetup {
  const { recipe, motion, subject, scene, sensor, link, picture, flashes } = setup
  const [ofSensor, ofLink] = [sensorOf(setup).typical, TYPICAL_LINKS[link.kind]]
  return {
    ...setup,
    sensor: { ...sensor, latency: sensor.latency ?? ofSensor.latency, jitter: sensor.jitter ?? ofSensor.jitter },
    link: { ...link, latency: link.latency ?? ofLink.latency, jitter: link.jitter ?? ofLink.jitter },
    picture: { ...picture, circleOfConfusion: picture.circleOfConfusion ?? typicalCircle(setup.camera) },
    flashes: flashesFor(flashes, [recipe, motion, subject, picture, scene], () => filledIn(setup)),
  }
}
