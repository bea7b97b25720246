import type { PackedItem, PackedKind, Quantity, Wire, WireEnd } from '../../core'
import type { FormatOptions } from '../units'

/** Writes a figure out in the reader's units. */
type Show = (value: number, quantity: Quantity, options?: FormatOptions) => string

/** How two pieces of gear are joined. */
export const joinText = ({ kind, length }: Pick<Wire, 'kind' | 'length'>, show: Show): string =>
  kind === 'cable'
    ? `cable, ${show(length ?? 0, 'length', { unit: 'm' })}`
    : { radio: 'radio', optical: 'optical slave', shoe: 'hot shoe' }[kind]

const PARTS: Readonly<Record<Extract<WireEnd, { part: string }>['part'], string>> = {
  beam: 'Beam',
  microphone: 'Microphone',
  contact: 'Contact',
  handSwitch: 'Hand switch',
  phone: 'Phone',
  vibrationSensor: 'Vibration sensor',
  controller: 'Controller',
  camera: 'Camera',
}
const endText = (end: WireEnd): string => ('part' in end ? PARTS[end.part] : end.name || 'another light')

/** What a join goes from and to. */
export const endsText = ({ from, to }: Pick<Wire, 'from' | 'to'>): string => `${endText(from)} to ${endText(to)}`

/** A join of the wiring, on one line. */
export const wireText = (wire: Wire, show: Show): string => `${endsText(wire)}: ${joinText(wire, show)}`

const PACKED: Readonly<Record<PackedKind, string>> = {
  'camera': 'Camera, lens and tripod',
  'cableRelease': 'Cable release',
  'sensor.beam': 'Beam with its stand',
  'sensor.microphone': 'Microphone with its stand',
  'sensor.contact': 'Contact with its stand',
  'sensor.handSwitch': 'Hand switch',
  'sensor.phone': 'Phone with its stand',
  'sensor.vibrationSensor': 'Vibration sensor and putty to fix it',
  'controller': 'Controller',
  'flash': 'Flash: {name}',
  'lightStand': 'Light stand',
  'head.grid': 'Grid',
  'head.snoot': 'Snoot',
  'head.umbrella': 'Umbrella',
  'head.softbox': 'Softbox',
  'head.bounced': 'Bounce card or ceiling',
  'head.through': 'Tracing paper or frosted wall to shine through',
  'card.white': 'White card with its stand',
  'card.silver': 'Silver card with its stand',
  'card.black': 'Black flag with its stand',
  'cable': 'Cable, {length}',
  'radioTransmitter': 'Radio transmitter',
  'radioReceiver': 'Radio receiver',
  'splitter': 'Splitter for the lights’ cables',
  'background': 'Background and stand',
  'sandbag': 'Sandbag',
  'splashCover': 'Splash cover for every light, lens and socket',
  'clearSheet': 'Clear protective sheet in front of the lens',
  'eyeProtection': 'Eye protection for everyone',
  'dustMask': 'Dust mask for everyone',
  'floorTape': 'Floor marking tape',
  'batteries': 'Set of spare batteries',
  'spareCable': 'Spare cable of the longest length',
}

/** What something to bring is called, without how many. */
export const packedName = ({ kind, name = '', length = 0 }: Omit<PackedItem, 'count'>, show: Show): string =>
  PACKED[kind].replace('{name}', name).replace('{length}', show(length, 'length', { unit: 'm' }))

/** Something to bring, and how many where it is more than one. */
export const packedText = (item: PackedItem, show: Show): string =>
  item.count > 1 ? `${item.count} × ${packedName(item, show)}` : packedName(item, show)
