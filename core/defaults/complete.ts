import { USUALLY_KEPT } from '../setup/kept'
import { type Json, isObject } from '../math/json'
import { bodiesOfOld } from './bodies'
import { newLists } from '../recipes'
import { choicesOfOld, marksOfOld } from './marks'
import { nobodyNamed } from '../setup/crew'
import { untested } from '../setup/tests'
import { roleByPlace } from '../setup/role'
import { RECIPES, type PopGroup, type Recipe, noKit } from '../setup/types'

/** What a light, a controller, a link, and other parts of a file without it have: what the sums went by in its days. */
const FLASH_ADDITIONS = {
  kit: '',
  modifier: '',
  supply: 'battery',
  relay: 1,
  slaveDelay: 0,
  elevation: 0,
  aimAlong: 0,
  aimAcross: 0,
  aimOut: 0,
  energy: 76,
  heatLimit: null,
  borrowed: false,
  repeat: [],
  head: 'bare',
  bounceDistance: null,
  headWidth: 0.08,
  headHeight: 0.05,
  beamAngle: Math.PI / 3,
  fired: 'link',
  follows: 0,
} as const
/** Nothing was said of what stands about: a dark ground far enough to matter little. */
const SCENE = { ground: { distance: 1.5, width: 2.7, height: 2.7, reflectance: 0.02 }, cards: [] } as const
const INTERVAL_ADDITION = { minimumInterval: 0 } as const
const SEQUENCE_ADDITIONS = {
  groups: [],
  track: [],
  curtain: 'front',
  margin: 0.01,
  panSpeed: 0,
  panAngle: 0,
  moveSpeed: 0,
  stillWidth: 0.4,
} as const

const ACTION_ADDITIONS = { draw: null, pull: null } as const
const MOTION_ADDITIONS = { turns: 0, turnsSpread: 0, faces: 2, faceWithin: null, faceAtStart: 0 } as const
const SUBJECT_ADDITIONS = {
  filmThickness: null,
  liquidDepth: 0,
  person: false,
  filling: 'powder',
  speedLost: 0,
  speedLostSpread: 0.15,
  speedLostError: 0.3,
  secondGap: null,
  secondDepth: 0.012,
} as const
const SENSOR_ADDITIONS = {
  riseTime: 0,
  bounceAfter: 0.1,
  peakDistance: null,
  waveSpeed: 500,
  waveSpeedError: 0.3,
  ringing: 0.3,
} as const
const CAMERA_ADDITIONS = { curtainRuns: 'left', setsShutter: false } as const
/** Readings were each of a firing of their own. */
const EVIDENCE_ADDITIONS = { firing: '', instrument: '' } as const
const PICTURE_ADDITIONS = { aimAlong: 0 } as const
const HAND = { lead: null, scatter: 0.05, flinch: 0, flinchError: 0 } as const

const filled = (part: unknown, additions: Json): unknown => (isObject(part) ? { ...additions, ...part } : part)

/** Sequences were a count and an interval before they were groups. */
function completeSequence(sequence: unknown, lights: number): unknown {
  if (!isObject(sequence)) return sequence
  const { count, interval, start, ...rest } = sequence
  if (count === undefined && interval === undefined && start === undefined) return filled(sequence, SEQUENCE_ADDITIONS)
  const group: PopGroup = {
    name: 'All lights',
    lights: Array.from({ length: lights }, (_, i) => i),
    placing: 'interval',
    count: Number(count),
    interval: Number(interval),
    start: Number(start),
    joinsLast: false,
    from: 0,
    to: 1,
    times: [],
  }
  return { ...SEQUENCE_ADDITIONS, ...rest, groups: rest.groups ?? (Number(count) > 1 ? [group] : []) }
}

const plainNumber = (value: unknown): number => (typeof value === 'number' ? value : 0)

/** A light's recycle was that at the power in use. */
const completeFlash = (flash: unknown): unknown =>
  isObject(flash)
    ? filled(flash, {
        ...FLASH_ADDITIONS,
        recyclePower: flash.power,
        // What exposed what faces the camera was told by where a light stood.
        role: roleByPlace({ angle: plainNumber(flash.angle), elevation: plainNumber(flash.elevation) }),
      })
    : flash

/** Longest notes. */
const MOST_NOTES = 4000

/**
 * The notes of a file, with what its lights came to: before lights had roles, every one counted in the exposure, also
 * from behind the subject.
 */
function notesOf({ notes, flashes }: Json): unknown {
  if (!Array.isArray(flashes) || flashes.some(flash => !isObject(flash) || 'role' in flash)) return notes
  const lights = flashes as Json[]
  const behind = lights.filter(({ angle, elevation }) => {
    const place = { angle: plainNumber(angle), elevation: plainNumber(elevation) }
    return roleByPlace(place) === 'rim'
  })
  if (behind.length === 0 || behind.length === lights.length) return notes
  const names = behind.map(({ name }) => String(name)).join(', ')
  const said =
    `Opened from a file of version 1. Behind the subject: ${names}. That is no longer counted in the exposure, which ` +
    'was shown too bright.'
  return [...(typeof notes === 'string' && notes !== '' ? [notes] : []), said].join('\n').slice(0, MOST_NOTES)
}

/** Before figures were put aside, what was chosen had no mark. */
function marksOf(value: Json, recipe: Recipe): unknown {
  const marks = value.marks ?? marksOfOld(value, recipe)
  if (value.aside !== undefined || !Array.isArray(marks)) return marks
  return [...marks, ...choicesOfOld(value, recipe, marks)]
}

/** One speed of the moment was held sharp before there were bodies. */
function withoutSpeed(moment: unknown): unknown {
  if (!isObject(moment) || !('speed' in moment)) return moment
  const { speed: _, ...rest } = moment
  return rest
}

/**
 * A set-up of version 1 or 2 with the parts that were added to the format since filled in by their defaults. What is
 * there is never changed in meaning, and what is no set-up is given back as it is, for validation to refuse.
 */
export function completeSetup(value: unknown): unknown {
  if (!isObject(value) || value.format !== 'epiro-setup' || (value.version !== 1 && value.version !== 2)) return value
  const recipe: Recipe = RECIPES.includes(value.recipe as Recipe) ? (value.recipe as Recipe) : 'projectile'
  return {
    ...value,
    version: 2,
    notes: notesOf(value),
    action: filled(value.action, ACTION_ADDITIONS),
    motion: filled(value.motion, MOTION_ADDITIONS),
    subject: filled(value.subject, SUBJECT_ADDITIONS),
    moment: withoutSpeed(value.moment),
    bodies: value.bodies ?? bodiesOfOld(isObject(value.moment) ? value.moment.speed : null),
    sensor: filled(value.sensor, SENSOR_ADDITIONS),
    hand: value.hand ?? HAND,
    picture: filled(value.picture, PICTURE_ADDITIONS),
    camera: filled(value.camera, CAMERA_ADDITIONS),
    controller: filled(value.controller, INTERVAL_ADDITION),
    link: filled(value.link, INTERVAL_ADDITION),
    sequence: completeSequence(value.sequence, Array.isArray(value.flashes) ? value.flashes.length : 0),
    scene: value.scene ?? SCENE,
    goal: filled(value.goal, { variants: '', kept: USUALLY_KEPT.share }),
    flashes: Array.isArray(value.flashes) ? value.flashes.map(completeFlash) : value.flashes,
    crew: filled(value.crew ?? {}, nobodyNamed()),
    kit: filled(value.kit ?? {}, noKit()),
    learnt: value.learnt ?? [],
    evidence: Array.isArray(value.evidence) ? value.evidence.map(entry => filled(entry, EVIDENCE_ADDITIONS)) : [],
    marks: marksOf(value, recipe),
    aside: value.aside ?? [],
    lists: filled(value.lists ?? newLists(recipe), { review: [] }),
    tests: value.tests ?? untested(),
  }
}
