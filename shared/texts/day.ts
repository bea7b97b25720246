import type { DayEventKind, DayStage, MinuteRule } from '../../core/day'

/** What is pressed to note something of the set-up on the stage. */
export const DAY_EVENT_LABELS: Readonly<Record<DayEventKind, string>> = {
  built: 'Built',
  tested: 'Tests done',
  armed: 'Armed',
  done: 'Firing done',
  struck: 'Taken down',
  pause: 'Break',
  resume: 'Carry on',
  fault: 'Fault',
  mended: 'Fault mended',
}

/** How far a set-up has come, as a sentence begins. */
export const DAY_STAGE_TEXTS: Readonly<Record<DayStage, string>> = {
  building: 'Being built',
  testing: 'Being tested',
  firing: 'Firing',
  done: 'Done',
}

/** Dirt cleaned before a set-up, as what is done about it. */
const CLEANED_TEXTS: Readonly<Record<string, string>> = {
  wet: 'mop up',
  powder: 'sweep up powder',
  glass: 'sweep up glass',
}
/**
 * What is cleaned before a set-up, as somebody would say it.
 *
 * @param kinds of dirt; somebody's own ends in their id
 */
export const cleanedText = (kinds: readonly string[], nameOf: (person: string) => string): string =>
  kinds
    .map(kind => {
      const [dirt, person] = kind.split(':') as [string, string?]
      if (person === undefined) return CLEANED_TEXTS[dirt] ?? dirt
      return `${nameOf(person)} ${dirt === 'wet' ? 'dries off' : 'washes'}`
    })
    .join(', ')

/** Kinds of work whose minutes a studio learns. */
export const WORK_LABELS = { build: 'Building', test: 'Tests', strike: 'Taking down' } as const

/** Minutes by rule, in groups as somebody would look for them. */
export const MINUTE_RULE_LABELS: Readonly<Record<MinuteRule, string>> = {
  'build.camera': 'Camera and tripod',
  'build.background': 'Background',
  'build.card': 'A reflector or flag',
  'build.mains': 'Mains flash, on top',
  'build.further': 'Each further flash in one place',
  'build.relay': 'Flashes fired in turn',
  'build.cable': 'A cable over the floor',
  'build.launcher': 'Launcher, clamped and lined up',
  'build.backstop': 'Backstop',
  'build.rig': 'Rig for a pour or a drop',
  'light.bare': 'Bare flash',
  'light.snoot': 'Flash with a snoot',
  'light.grid': 'Flash with a grid',
  'light.umbrella': 'Flash with an umbrella',
  'light.bounced': 'Flash bounced off a wall',
  'light.through': 'Flash through a diffuser',
  'light.softbox': 'Flash in a softbox',
  'sensor.beam': 'Light beam, aligned',
  'sensor.sound': 'Microphone',
  'sensor.contact': 'Contact',
  'sensor.vibration': 'Vibration sensor',
  'sensor.phone': 'Phone as a trigger',
  'sensor.hand': 'By hand',
  'sensor.sight': 'By sight',
  'sensor.ear': 'By ear',
  'check.black': 'Black frame',
  'check.exposure': 'Exposure',
  'check.focus': 'Focus',
  'check.sensor': 'Sensor',
  'check.control': 'Full test without the prop',
  'moved.light': 'A light moved',
  'moved.head': 'Another modifier on it',
  'moved.power': 'Its power changed',
  'moved.lens': 'Another lens',
  'moved.camera': 'The camera moved',
  'moved.background': 'Another background',
  'moved.beam': 'Sensor or backstop moved',
  'moved.launcher': 'Another launcher',
  'take.call': 'The call',
  'take.judge': 'Judging it',
  'take.dark': 'In the dark, on top',
  'take.loading': 'Loading a launcher, on top',
  'take.client': 'A client looks on, on top',
  'pause.lit': 'Rest after 90 min of firing',
  'pause.dark': 'Rest after 45 min in the dark',
  'take.person': 'Somebody drenched: washed and dressed',
  'filled.air': 'Balloon with air',
  'filled.confetti': 'Balloon with confetti',
  'filled.liquid': 'Balloon with liquid',
  'filled.powder': 'Balloon with powder',
  'reset.projectile': 'Target put back',
  'reset.pour': 'Pour',
  'reset.drop': 'Drop, topped up and wiped',
  'reset.throw': 'Throw',
  'reset.powder': 'Powder, with airing',
  'reset.toss': 'Toss',
  'reset.swing': 'Swing',
  'reset.grains': 'Grains',
  'reset.run': 'Run',
  'reset.spin': 'Spin',
  'reset.bubble': 'Soap bubble',
  'clean.wet': 'Mopping up',
  'clean.powder': 'Sweeping up powder',
  'clean.glass': 'Sweeping up glass',
  'air.wet': 'Drying',
  'air.powder': 'Powder settling',
  'air.glass': 'Waiting after glass',
  'person.wet': 'Somebody drenched dries off',
  'person.powder': 'Somebody powdered washes',
  'day.power': 'Load-in and power',
  'day.trigger': 'Trigger chain wired and tried',
  'day.tether': 'Tether',
  'day.packing': 'Packing and sweeping out',
}

/** Groups of rules by the first part of their names. */
export const MINUTE_GROUPS: readonly (readonly [title: string, parts: readonly string[]])[] = [
  ['Once a day', ['day']],
  ['Putting up', ['build', 'light', 'sensor']],
  ['Tests', ['check']],
  ['From one set-up to the next', ['moved']],
  ['Cleaning', ['clean', 'air', 'person']],
  ['Setting the subject again', ['filled', 'reset']],
  ['With every take', ['take']],
  ['Rests', ['pause']],
]
