import type { FieldPath, Quantity } from '../../core'
import type { Part, SaidFigure, Turn } from './scan'
import type { Thing } from './terms'

/** Where the figures of a thing stand. */
export const PARTS_OF: Record<Thing, string> = {
  mic: 'sensor.',
  beam: 'sensor.',
  sensor: 'sensor.',
  camera: 'camera.',
  background: 'scene.',
  object: 'motion.',
  subject: 'subject.',
}

/** What is meant by a quantity of something, for a part of it or as a rule; the first that fits. */
type Meant<T> = readonly (readonly [quantity: Quantity, parts: readonly Part[] | null, is: T])[]

const OF_SENSOR: Meant<FieldPath> = [
  ['length', ['wide'], 'sensor.beamWidth'],
  ['length', null, 'sensor.position'],
  ['time', null, 'sensor.latency'],
  ['number', null, 'sensor.threshold'],
]

const OF_THINGS: Record<Thing, Meant<FieldPath>> = {
  mic: OF_SENSOR,
  beam: OF_SENSOR,
  sensor: OF_SENSOR,
  camera: [
    ['length', null, 'picture.distance'],
    ['rate', null, 'camera.frameRate'],
    ['time', null, 'camera.lag'],
  ],
  background: [
    ['share', null, 'scene.ground.reflectance'],
    ['length', ['wide'], 'scene.ground.width'],
    ['length', ['high'], 'scene.ground.height'],
    ['length', null, 'scene.ground.distance'],
  ],
  object: [
    ['length', ['long'], 'motion.objectLength'],
    ['length', null, 'motion.diameter'],
    ['mass', null, 'motion.mass'],
    ['speed', null, 'motion.speed'],
    ['rate', null, 'motion.turns'],
  ],
  subject: [
    ['length', ['deep', 'long'], 'subject.depth'],
    ['length', ['high', 'wide'], 'subject.height'],
    ['length', null, 'subject.distance'],
  ],
}

/** Keys of a light that are meant without being named. */
export type LightKey = 'power' | 'distance' | 'headWidth' | 'headHeight' | 'elevation' | 'angle' | 'energy'

const OF_LIGHT: Meant<LightKey> = [
  ['power', null, 'power'],
  ['share', null, 'power'],
  ['length', ['wide'], 'headWidth'],
  ['length', ['high'], 'headHeight'],
  ['length', null, 'distance'],
  ['angle', ['raised', 'high'], 'elevation'],
  ['angle', ['round'], 'angle'],
  ['energy', null, 'energy'],
]

function meant<T>(table: Meant<T>, { quantities }: SaidFigure, part: Part | null): T | null {
  const found = table.find(
    ([quantity, parts]) => quantities.includes(quantity) && (parts === null || (part !== null && parts.includes(part))),
  )
  return found?.[2] ?? null
}

/** The figure of a thing that is meant by what it is measured in; null: none. */
export const pathOfThing = (thing: Thing, figure: SaidFigure, part: Part | null): FieldPath | null =>
  meant(OF_THINGS[thing], figure, part)

/** The same of a light. Up and down are how high it is. */
export const keyOfLight = (figure: SaidFigure, part: Part | null, turn: Turn | null): LightKey | null =>
  figure.quantities.includes('angle') && (turn === 'up' || turn === 'down')
    ? 'elevation'
    : meant(OF_LIGHT, figure, part)

/** What a figure can only be where nothing was named for it; null: more than one thing. */
const ALONE: readonly [quantity: Quantity, not: Quantity | null, parts: readonly Part[] | null, is: FieldPath][] = [
  ['temperature', 'angle', null, 'air.temperatureC'],
  ['speed', 'rate', null, 'motion.speed'],
  ['mass', 'force', null, 'motion.mass'],
  ['length', null, ['deep'], 'subject.depth'],
  ['length', null, ['high'], 'subject.height'],
]

/** The same of a figure alone. */
export function pathAlone({ quantities, unit }: SaidFigure, part: Part | null): FieldPath | null {
  if (quantities.includes('rate') && /frame|fps/.test(unit)) return 'camera.frameRate'
  const found = ALONE.find(
    ([quantity, not, parts]) =>
      quantities.includes(quantity) &&
      (not === null || !quantities.includes(not)) &&
      (parts === null || (part !== null && parts.includes(part))),
  )
  return found?.[3] ?? null
}

/** What figures of a quantity may be meant for, as it would be said. */
const OFFERS: Partial<Record<Quantity, (said: string) => string[]>> = {
  time: said => [`delay ${said}`, `shutter ${said}`, `${said} after the impact`],
  length: said => [`camera ${said} away`, `subject ${said} from the start`, `beam at ${said}`, `mic ${said} away`],
  share: said => [`humidity ${said}`, `reflectance ${said}`],
  rate: said => [`spin ${said}`, `frame rate ${said}`],
  temperature: said => [`air ${said}`, `angle ${said}`],
  stops: said => ['one stop dark', `key up ${said}`],
}

/** What a figure alone may have been meant for, as it would be said. */
export function offersFor({ text, quantities, number }: SaidFigure): string[] {
  const offer = quantities.map(quantity => OFFERS[quantity]).find(found => found !== undefined)
  if (offer) return offer(text)
  if (!quantities.includes('number')) return []
  return [
    ...(number >= 50 ? [`ISO ${text}`, `shutter 1/${text} s`] : []),
    ...(number <= 64 ? [`f/${text}`] : []),
    ...(number <= 100 ? [`${text} keepers`, `${text} props`] : []),
  ]
}
