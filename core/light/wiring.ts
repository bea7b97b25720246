import { traitsOf } from '../recipes/all'
import type { FlashSetup, Setup } from '../setup/types'
import { type Spot, lightSpot, subjectMiddle } from './place'

/** How two pieces of gear are joined. */
export type WireKind = 'cable' | 'radio' | 'optical' | 'shoe'

/** What is joined to what. */
export interface Wire {
  from: string
  to: string
  kind: WireKind
  /** m of cable, slack counted, as they are sold; null: none is needed. */
  length: number | null
}

/** Something to bring. */
export interface PackedItem {
  name: string
  count: number
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

const SENSOR_NAMES = {
  beam: 'Beam',
  sound: 'Microphone',
  contact: 'Contact',
  hand: 'Hand switch',
  sight: 'Hand switch',
  ear: 'Hand switch',
  phone: 'Phone',
  vibration: 'Vibration sensor',
} as const satisfies Record<Setup['sensor']['kind'], string>

/** Every join of a set-up, in the order of the signal. */
export function wiringOf(setup: Setup): Wire[] {
  const at = spots(setup)
  const wires: Wire[] = []
  const sensed = setup.trigger === 'sensor'
  const add = (from: string, to: string, kind: WireKind, far: number): void => {
    wires.push({ from, to, kind, length: kind === 'cable' ? cableFor(far) : null })
  }
  if (sensed) add(SENSOR_NAMES[setup.sensor.kind], 'Controller', 'cable', apart(at.sensor, at.controller))
  const source = setup.method === 'open-shutter' ? (sensed ? 'Controller' : 'Hand switch') : 'Camera'
  if (setup.method !== 'open-shutter' && sensed) add('Controller', 'Camera', 'cable', apart(at.controller, at.camera))
  const from = source === 'Camera' ? at.camera : at.controller
  if (setup.method === 'fast-shutter') return wires
  for (const flash of setup.flashes) {
    const far = apart(from, at.light(flash))
    const leader = setup.flashes[flash.follows]
    switch (flash.fired) {
      case 'slave':
        add(leader?.name ?? 'another light', flash.name, 'optical', 0)
        break
      case 'shoe':
        add('Camera', flash.name, 'shoe', 0)
        break
      case 'link':
        add(source, flash.name, setup.link.kind, far)
        break
      default:
        add(source, flash.name, flash.fired, far)
    }
  }
  return wires
}

const HEAD_NAMES: Readonly<Record<FlashSetup['head'], string | null>> = {
  bare: null,
  grid: 'Grid',
  snoot: 'Snoot',
  umbrella: 'Umbrella',
  softbox: 'Softbox',
  bounced: 'Bounce card or ceiling',
  through: 'Tracing paper or frosted wall to shine through',
}

/** Everything to bring for a set-up but its subject: lights, stands, heads, cards, cables, covers and spares. */
export function packingOf(setup: Setup): PackedItem[] {
  const items = new Map<string, number>()
  const add = (name: string, count = 1): void => {
    if (count > 0) items.set(name, (items.get(name) ?? 0) + count)
  }
  const { hazards, person } = traitsOf(setup.recipe)
  add('Camera, lens and tripod')
  if (setup.method !== 'sync-shutter') add('Cable release')
  if (setup.trigger === 'sensor') {
    add(`${SENSOR_NAMES[setup.sensor.kind]} with its stand`)
    add('Controller')
  }
  if (setup.method !== 'fast-shutter')
    for (const flash of setup.flashes) {
      add(`Flash: ${flash.name}`, flash.units * flash.relay)
      add('Light stand', flash.units * flash.relay)
      const head = HEAD_NAMES[flash.head]
      if (head) add(head, flash.units * flash.relay)
    }
  for (const card of setup.scene.cards)
    add(`${{ white: 'White card', silver: 'Silver card', black: 'Black flag' }[card.kind]} with its stand`)
  const wires = wiringOf(setup)
  for (const wire of wires) if (wire.length !== null) add(`Cable of ${wire.length} m`)
  const radios = wires.filter(wire => wire.kind === 'radio')
  add('Radio transmitter', radios.length > 0 ? 1 : 0)
  add('Radio receiver', radios.length)
  // Several lights on one output.
  const joined = wires.filter(wire => wire.kind === 'cable' && wire.to !== 'Controller' && wire.to !== 'Camera').length
  add('Splitter for the lights’ cables', joined > 1 ? 1 : 0)
  add('Background and stand')
  add('Sandbag', setup.flashes.length)
  if (hazards.wet) add('Splash cover for every light, lens and socket')
  if (hazards.shatters || hazards.wet) add('Clear protective sheet in front of the lens')
  if (hazards.shatters) add('Eye protection for everyone')
  if (hazards.dust) add('Dust mask for everyone')
  if (person || hazards.people) add('Floor marking tape')
  const batteries = setup.flashes
    .filter(flash => flash.supply === 'battery')
    .reduce((sum, f) => sum + f.units * f.relay, 0)
  add('Set of spare batteries', batteries)
  add('Spare cable of the longest length', wires.some(wire => wire.length !== null) ? 1 : 0)
  return [...items].map(([name, count]) => ({ name, count }))
}
