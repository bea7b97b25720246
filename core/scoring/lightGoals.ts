import { sceneFigures } from '../light/figures'
import { reflectionsOf } from '../light/mirror'
import { type Assessment, assess, plan } from '../plan'
import { Film, sceneOf, stopsOf } from '../render'
import type { Setup } from '../setup/types'

/** A goal of a light exercise by name; its words stand in `shared/texts/practice.ts`. */
export type LightGoalId =
  'exposed' | 'white' | 'even' | 'not-burnt' | 'edge' | 'black' | 'frozen' | 'card' | 'clean' | 'room' | 'open'

/** Something a light exercise wants, and how far it is there. */
export interface LightGoal {
  id: LightGoalId
  met: boolean
  /** Stops, or m where `unit` says so; null: not to be had. */
  value: number | null
  unit: 'stops' | 'length' | 'none'
}

/** The picture is looked at coarsely: patches, not pixels. */
const WIDE = 36
const TALL = 24
const PASSES = 4

function picture(whole: Assessment, options: Parameters<typeof sceneOf>[1] = {}): Film {
  const film = new Film(sceneOf(whole, options), WIDE, TALL)
  film.pass(PASSES)
  return film
}

/** Middle brightness of a patch of the picture, stops; −∞ where it is black. */
function patch(film: Film, [left, top, right, bottom]: readonly [number, number, number, number]): number {
  const values: number[] = []
  for (let y = Math.floor(top * TALL); y < bottom * TALL; y++)
    for (let x = Math.floor(left * WIDE); x < right * WIDE; x++) values.push(stopsOf(film.at(x, y)))
  values.sort((a, b) => a - b)
  return values[Math.floor(values.length / 2)]!
}

/** Where a picture of something in the middle shows nothing but ground. */
const CORNERS = [
  [0.01, 0.02, 0.15, 0.3],
  [0.85, 0.02, 0.99, 0.3],
  [0.01, 0.35, 0.12, 0.6],
  [0.88, 0.35, 0.99, 0.6],
] as const

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)
const goal = (id: LightGoalId, met: boolean, value: number | null, unit: LightGoal['unit'] = 'stops'): LightGoal => ({
  id,
  met,
  value,
  unit,
})

/** Within a third of a stop, read as people read a meter. */
const RIGHT = 0.4

const exposed = ({ exposure }: Assessment): LightGoal =>
  goal('exposed', exposure.flash !== null && Math.abs(exposure.flash) <= RIGHT, exposure.flash)

function whiteBackground(setup: Setup): LightGoal[] {
  const whole = assess(setup)
  const film = picture(whole)
  const levels = CORNERS.map(corner => patch(film, corner))
  const [least, most] = [Math.min(...levels), Math.max(...levels)]
  return [
    goal('white', least >= 1.5, finite(least)),
    goal('even', most - least <= 0.5, finite(most - least)),
    goal('not-burnt', most <= 3.5, finite(most)),
    exposed(whole),
  ]
}

function rimOnly(setup: Setup): LightGoal[] {
  const whole = assess(setup)
  const film = picture(whole)
  const ground = Math.max(...CORNERS.map(corner => patch(film, corner)))
  const edges = sceneFigures(whole)
    .lights.filter(light => light.role === 'rim' || light.role === 'behind')
    .map(light => light.edge ?? -Infinity)
  const edge = Math.max(-Infinity, ...edges)
  return [goal('edge', edge >= -0.1, finite(edge)), goal('black', ground <= -4, finite(ground)), exposed(whole)]
}

function freezing(setup: Setup): LightGoal[] {
  const whole = assess(setup)
  const { subject } = whole.sharpness
  return [goal('frozen', subject <= 0.0012, subject, 'length'), exposed(whole)]
}

function glassAndCard(setup: Setup): LightGoal[] {
  const whole = assess(setup)
  const card = setup.scene.cards.find(one => one.kind !== 'black')
  const far = card ? Math.hypot(card.along, card.across, card.out) : null
  const shown = reflectionsOf(whole)
  return [
    goal('card', far !== null && far <= 0.6, far, 'length'),
    goal('clean', shown.length === 0, null, 'none'),
    exposed(whole),
  ]
}

function blackInRoom(setup: Setup): LightGoal[] {
  const whole = plan(setup)
  const film = picture(whole, { only: [], room: true })
  // The subject stands in the middle: it is what the room would show first.
  const middle = patch(film, [0.4, 0.3, 0.6, 0.7])
  const room = Math.max(middle, whole.exposure.ambient)
  return [
    goal('room', room <= -6, finite(room)),
    exposed(whole),
    goal('open', !whole.findings.some(f => f.id === 'closes-early'), null, 'none'),
  ]
}

const JUDGES: Readonly<Record<string, (setup: Setup) => LightGoal[]>> = {
  'light-white-ground': whiteBackground,
  'light-rim': rimOnly,
  'light-freeze': freezing,
  'light-glass': glassAndCard,
  'light-black-room': blackInRoom,
}

/**
 * How far a set-up is with a light exercise, judged by its computed frame.
 *
 * @returns every goal, met or not; null for an exercise that is not about light
 */
export const judgeLight = (exercise: string, setup: Setup): LightGoal[] | null => JUDGES[exercise]?.(setup) ?? null
