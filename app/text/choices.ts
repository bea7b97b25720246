import type { KitKind, Recipe } from '~~/core'
import type { Verdict } from '~~/shared/schemas/records'

/** Choices in the words of the trade. */
const LABELS: Record<string, string> = {
  'open-shutter': 'Open shutter',
  'sync-shutter': 'Sync shutter',
  'fast-shutter': 'Fast shutter',
  'sensor': 'A sensor',
  'hand': 'A hand, on the count',
  'burst': 'A burst',
  'beam': 'Beam',
  'sound': 'Microphone',
  'contact': 'Contact',
  'still': 'None: it stays',
  'flight': 'Flight with drag',
  'fall': 'Fall',
  'stream': 'Stream',
  'arc': 'Arc',
  'toss': 'Toss',
  'swing': 'Swing',
  'travel': 'Place on the travel',
  'start': 'The start',
  'impact': 'The impact',
  'apex': 'The apex',
  'time': 'A time',
  'tear': 'The tear',
  'hang': 'The sag',
  'cavity': 'The cavity',
  'splash': 'The splash',
  'floor': 'The floor under it',
  'bounce': 'A bounce',
  'air': 'Air alone',
  'confetti': 'Confetti',
  'liquid': 'Liquid',
  'up': 'Upwards',
  'down': 'Downwards',
  'left': 'To the left',
  'right': 'To the right',
  'object': 'Its own motion',
  'rim': 'Its turns',
  'skin': 'Recoil of the skin',
  'drops': 'The impact',
  'limbs': 'The launch',
  'contents': 'What drives it',
  'own': 'Its motion',
  'focal-plane': 'Focal plane',
  'leaf': 'Leaf',
  'rolling': 'Electronic, rolling',
  'global': 'Electronic, global',
  'cable': 'Cable',
  'radio': 'Radio',
  'optical': 'Optical slave',
  'battery': 'Battery',
  'mains': 'Mains',
  'spark': 'Spark gap',
  'open': 'Not made',
  'as-predicted': 'As predicted',
  'differs': 'Differs',
  'launcher': 'Launcher',
  'pin': 'Pin',
  'release': 'Release',
  'pour': 'Pour',
  'throw': 'Throw',
  'balloon': 'Balloon burst',
  'projectile': 'Projectile',
  'drop': 'Drop',
  'powder': 'Powder',
}

const BY_PATH: Record<string, string> = {
  'subject.filling:powder': 'Powder', 'sensor.kind:hand': 'A hand', 'action.kind:hand': 'Hands' }

export function choiceLabel(path: string, option: string): string {
  return BY_PATH[`${path}:${option}`] ?? LABELS[option] ?? option
}

export const KIT_LABELS: Record<KitKind, { one: string, many: string }> = {
  camera: { one: 'Camera', many: 'Cameras' }, lens: { one: 'Lens', many: 'Lenses' }, flash: { one: 'Flash', many: 'Flashes' }, sensor: { one: 'Sensor', many: 'Sensors' },
  controller: { one: 'Controller', many: 'Controllers' }, link: { one: 'Link', many: 'Links' }, modifier: { one: 'Modifier', many: 'Modifiers' },
  consumable: { one: 'Prop', many: 'Props' },
}

export const RECIPE_LABELS: Readonly<Record<Recipe, string>> = {
  balloon: 'Balloon burst', projectile: 'Projectile', pour: 'Pour', drop: 'Drop', throw: 'Throw', powder: 'Powder', toss: 'Toss', swing: 'Swing',
  grains: 'Sprinkled grains',
}

export const VERDICT_LABELS: Record<Verdict, string> = { early: 'Early', on: 'On', late: 'Late', missed: 'Not in frame', misfire: 'Misfire' }
