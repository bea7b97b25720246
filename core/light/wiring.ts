import { traitsOf } from '../recipes/all'
import type { CardKind, FlashSetup, SensorKind, Setup } from '../setup/types'
import { type Spot, lightSpot, subjectMiddle } from './place'

/** How two pieces of gear are joined. */
export type WireKind = 'cable' | 'radio' | 'optical' | 'shoe'

/** A piece of gear that signals run through: a light goes by its name. */
export type WireEnd = { part: SensingPart | 'controller' | 'camera' } | { name: string }

/** What is joined to what. */
export interface Wire {
  from: WireEnd
  to: WireEnd
  kind: WireKind
  /** m of cable, slack counted, as they are sold; null: none is needed. */
  length: number | null
}

/** A kind of thing to bring. */
export type PackedKind =
  | 'camera'
  | 'cableRelease'
  | `sensor.${SensingPart}`
  | 'controller'
  | 'flash'
  | 'lightStand'
  | `head.${Exclude<FlashSetup['head'], 'bare'>}`
  | `card.${CardKind}`
  | 'cable'
  | 'radioTransmitter'
  | 'radioReceiver'
  | 'splitter'
  | 'background'
  | 'sandbag'
  | 'splashCover'
  | 'clearSheet'
  | 'eyeProtection'
  | 'dustMask'
  | 'floorTape'
  | 'batteries'
  | 'spareCable'

/** Something to bring: a flash has its name, a cable its length, m. */
export interface PackedItem {
  kind: PackedKind
  count: number
  name?: string
  length?: number
}

/** Cable for a way over the floor: a third more than the air line, by the half metre, and at least one. */
const cableFor = (far: number): number => Math.max(1, Math.ceil((far * 1.35 + 0.5) * 2) / 2)

const apart = (a: Spot, b: Spot): number => Math.hypot(a.along - b.along, a.across - b.across, a.out - b.out)

/** The controller stands beside the camera, where the person who runs the take is. */
function spots(setup: Pick<Setup, 'recipe' | 'motion' | 'subject' | 'picture' | 'sensor'>): {
  camera: Spot
  controller: Spot
  sensor: Spot
  light: (flash: FlashSetup) => Spot
} {
  const middle = subjectMiddle(setup)
  const camera = { along: middle, across: -setup.picture.distance, out: 0 }
  return {
    camera,
    controller: { ...camera, along: middle - 0.5 },
    sensor: { along: setup.sensor.position, across: -setup.sensor.offset, out: 0 },
    light(flash) {
      const spot = lightSpot(flash)
      return { ...spot, along: middle + spot.along }
    },
  }
}

const SENSING = {
  beam: 'beam',
  sound: 'microphone',
  contact: 'contact',
  hand: 'handSwitch',
  sight: 'handSwitch',
  ear: 'handSwitch',
  phone: 'phone',
  vibration: 'vibrationSensor',
} as const satisfies Record<SensorKind, string>
/** What is put up to notice the event. */
export type SensingPart = (typeof SENSING)[SensorKind]

const named = (flash: FlashSetup | undefined): WireEnd => ({ name: flash?.name ?? '' })

/** Every join of a set-up, in the order of the signal. */
export function wiringOf(setup: Setup): Wire[] {
  const at = spots(setup)
  const wires: Wire[] = []
  const sensed = setup.trigger === 'sensor'
  const add = (from: WireEnd, to: WireEnd, kind: WireKind, far: number): void => {
    wires.push({ from, to, kind, length: kind === 'cable' ? cableFor(far) : null })
  }
  const [controller, camera] = [{ part: 'controller' }, { part: 'camera' }] as const
  if (sensed) add({ part: SENSING[setup.sensor.kind] }, controller, 'cable', apart(at.sensor, at.controller))
  if (setup.method !== 'open-shutter' && sensed) add(controller, camera, 'cable', apart(at.controller, at.camera))
  const byHand = sensed ? controller : ({ part: 'handSwitch' } as const)
  const source = setup.method === 'open-shutter' ? byHand : camera
  const from = source === camera ? at.camera : at.controller
  if (setup.method === 'fast-shutter') return wires
  for (const flash of setup.flashes) {
    const far = apart(from, at.light(flash))
    const leader = setup.flashes[flash.follows]
    switch (flash.fired) {
      case 'slave':
        add(named(leader), named(flash), 'optical', 0)
        break
      case 'shoe':
        add(camera, named(flash), 'shoe', 0)
        break
      case 'link':
        add(source, named(flash), setup.link.kind, far)
        break
      default:
        add(source, named(flash), flash.fired, far)
    }
  }
  return wires
}

/** What tells one thing to bring from another. */
export const packedKey = ({ kind, name, length }: Omit<PackedItem, 'count'>): string =>
  `${kind} ${name ?? length ?? ''}`

/** Everything to bring for a set-up but its subject: lights, stands, heads, cards, cables, covers and spares. */
export function packingOf(setup: Setup): PackedItem[] {
  const items = new Map<string, PackedItem>()
  const add = (kind: PackedKind, count = 1, more: Pick<PackedItem, 'name' | 'length'> = {}): void => {
    const key = packedKey({ kind, ...more })
    if (count > 0) items.set(key, { kind, ...more, count: (items.get(key)?.count ?? 0) + count })
  }
  const { hazards, person } = traitsOf(setup.recipe)
  add('camera')
  if (setup.method !== 'sync-shutter') add('cableRelease')
  if (setup.trigger === 'sensor') {
    add(`sensor.${SENSING[setup.sensor.kind]}`)
    add('controller')
  }
  if (setup.method !== 'fast-shutter')
    for (const { name, head, units, relay } of setup.flashes) {
      add('flash', units * relay, { name })
      add('lightStand', units * relay)
      if (head !== 'bare') add(`head.${head}`, units * relay)
    }
  for (const card of setup.scene.cards) add(`card.${card.kind}`)
  const wires = wiringOf(setup)
  for (const { length } of wires) if (length !== null) add('cable', 1, { length })
  const radios = wires.filter(wire => wire.kind === 'radio')
  add('radioTransmitter', radios.length > 0 ? 1 : 0)
  add('radioReceiver', radios.length)
  // Several lights on one output.
  const joined = wires.filter(wire => wire.kind === 'cable' && 'name' in wire.to).length
  add('splitter', joined > 1 ? 1 : 0)
  add('background')
  add('sandbag', setup.flashes.length)
  if (hazards.wet) add('splashCover')
  if (hazards.shatters || hazards.wet) add('clearSheet')
  if (hazards.shatters) add('eyeProtection')
  if (hazards.dust) add('dustMask')
  if (person || hazards.people) add('floorTape')
  const batteries = setup.flashes
    .filter(flash => flash.supply === 'battery')
    .reduce((sum, f) => sum + f.units * f.relay, 0)
  add('batteries', batteries)
  add('spareCable', wires.some(wire => wire.length !== null) ? 1 : 0)
  return [...items.values()]
}
