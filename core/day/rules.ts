import type { CheckId } from '../advice/checks'
import type { Head, Recipe, Setup } from '../setup/types'

type Filling = Setup['subject']['filling']
type SensorKind = Setup['sensor']['kind']

/** What takes minutes on a day: putting up, testing, moving, resetting, cleaning, coming and going. */
export type MinuteRule =
  | `light.${Head}`
  | `sensor.${SensorKind}`
  | `check.${CheckId}`
  | `reset.${Exclude<Recipe, 'balloon'>}`
  | `filled.${Filling}`
  | `moved.${'light' | 'head' | 'power' | 'lens' | 'camera' | 'background' | 'beam' | 'launcher'}`
  | `build.${'camera' | 'background' | 'card' | 'launcher' | 'backstop' | 'rig'}`
  | `build.${'mains' | 'further' | 'relay' | 'cable'}`
  | `take.${'call' | 'judge' | 'dark' | 'loading' | 'client' | 'person'}`
  | `pause.${'lit' | 'dark'}`
  | `clean.${'wet' | 'powder' | 'glass'}`
  | `air.${'wet' | 'powder' | 'glass'}`
  | `person.${'wet' | 'powder'}`
  | `day.${'power' | 'trigger' | 'tether' | 'packing'}`

/** Minutes by rule. */
export type DayRules = Readonly<Record<MinuteRule, number>>

/**
 * A practitioner's guess, min, until a studio says or its own log shows otherwise. All of them are assumed, and marked
 * so.
 */
export const RULES: DayRules = {
  'build.camera': 8,
  'build.background': 10,
  'build.card': 3,
  'build.mains': 3,
  'build.further': 3,
  'build.relay': 10,
  'build.cable': 2,
  'build.launcher': 20,
  'build.backstop': 15,
  'build.rig': 12,
  'light.bare': 4,
  'light.snoot': 5,
  'light.grid': 5,
  'light.umbrella': 6,
  'light.bounced': 6,
  'light.through': 6,
  'light.softbox': 9,
  'sensor.beam': 12,
  'sensor.sound': 4,
  'sensor.contact': 6,
  'sensor.vibration': 4,
  'sensor.phone': 2,
  'sensor.hand': 1,
  'sensor.sight': 1,
  'sensor.ear': 1,
  'check.black': 4,
  'check.exposure': 5,
  'check.focus': 6,
  'check.sensor': 6,
  'check.control': 5,
  'moved.light': 3,
  'moved.head': 3,
  'moved.power': 0.5,
  'moved.lens': 4,
  'moved.camera': 6,
  'moved.background': 10,
  'moved.beam': 8,
  'moved.launcher': 25,
  'take.call': 0.5,
  'take.judge': 0.5,
  'take.dark': 0.5,
  'take.loading': 1,
  'take.client': 1,
  // Something thrown over a person, who is washed and dressed again.
  'take.person': 20,
  // A crew rests so long after every hour and a half of firing; in the dark after every three quarters of an hour.
  'pause.lit': 10,
  'pause.dark': 5,
  'filled.air': 1.5,
  'filled.confetti': 5,
  'filled.liquid': 5,
  'filled.powder': 7,
  'reset.projectile': 3,
  'reset.pour': 4,
  // Topped up and wiped every ten.
  'reset.drop': 0.7,
  'reset.throw': 5,
  'reset.powder': 6,
  'reset.toss': 0.3,
  'reset.swing': 0.5,
  'reset.grains': 3,
  'reset.run': 1,
  'reset.spin': 0.7,
  'reset.bubble': 1.5,
  'clean.wet': 10,
  'clean.powder': 20,
  'clean.glass': 15,
  'air.wet': 15,
  'air.powder': 15,
  'air.glass': 0,
  // Somebody who was drenched or powdered, until they can be in another picture.
  'person.wet': 40,
  'person.powder': 30,
  'day.power': 30,
  'day.trigger': 15,
  'day.tether': 8,
  'day.packing': 40,
}
/** Every rule, in the order in which they are shown. */
export const MINUTE_RULES = Object.keys(RULES) as MinuteRule[]

/** What a studio typed over the rules, min. */
export type OwnRules = Readonly<Partial<Record<MinuteRule, number>>>

/** The rules with what the studio typed in their place. */
export const rulesWith = (own: OwnRules): DayRules => ({ ...RULES, ...own })

/** min of firing after which a crew rests. */
const RESTS_AFTER = { lit: 90, dark: 45 } as const

/** By how much rests lengthen firing: 1 without any. */
export const restedBy = (rules: DayRules, light: keyof typeof RESTS_AFTER): number =>
  1 + rules[`pause.${light}`] / RESTS_AFTER[light]

/** min before the first set-up is begun: in and power, the trigger chain, the tether. */
export const arrivalOf = (rules: DayRules): number => rules['day.power'] + rules['day.trigger'] + rules['day.tether']

/** Minutes of cleaning by kind of dirt: of hands, and of the air. */
export const cleaningOf = (rules: DayRules): Record<'wet' | 'powder' | 'glass', [hands: number, air: number]> => ({
  wet: [rules['clean.wet'], rules['air.wet']],
  powder: [rules['clean.powder'], rules['air.powder']],
  glass: [rules['clean.glass'], rules['air.glass']],
})
