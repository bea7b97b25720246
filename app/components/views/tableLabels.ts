import { type FlashSetup, type MotionKind, type Plan, shoots, soundDistance, traitsOf } from '~~/core'
import { SOUND_OF } from '~~/shared/text/dialCard'
import { type Axes, area, point } from './axes'
import {
  type LabelBox,
  type Label,
  type Named,
  type PlacedLabel,
  type Show,
  alongLine,
  around,
  boxAbout,
  placeNamed,
} from './labels'
import { viewsWords } from '~~/shared/texts/pages/views'

interface At {
  x: number
  y: number
}

/** What stands in the table plan and is to be named: m along and across, px in the drawing. */
export interface TableParts {
  plan: Plan
  axes: Axes
  bounds: LabelBox
  fromCamera: boolean
  /** m: near face and middle of the subject, and half of it across. */
  subjectAt: number
  middle: number
  halfSubject: number
  second: { gap: number; depth: number } | null
  start: At
  camera: At
  lights: readonly (At & { flash: FlashSetup })[]
  sensor: (At & { kind: 'beam' | 'sound' | 'contact' | 'vibration' }) | null
  /** Lengths along the travel, m, and where across they are drawn. */
  dimensions: readonly (readonly [number, number])[]
  dimensionAt: number
  depth: LabelBox | null
  frame: LabelBox
  /** m that what flies falls on its way. */
  drop: number
  rings: readonly (At & { id: string; stop: number; light: string })[]
  /** Whether rings of several lights are drawn: each then says whose it is. */
  severalRings: boolean
  /** m that are shown along the travel, and half of what the camera sees of it. */
  ends: readonly [number, number]
  halfField: number
}

function lightLabels({ lights }: TableParts, show: Show): Named {
  return {
    obstacles: lights.map(light => boxAbout(light, 8)),
    labels: lights.map(({ x, y, flash }, i) => ({
      id: `light${i}`,
      text:
        `${flash.units > 1 ? `${flash.units} × ` : ''}${flash.name} ${show(flash.power, 'power')} · ` +
        `${show(flash.distance, 'length', { unit: 'm' })}`,
      spots: around(x, y, 14),
    })),
  }
}

/** Camera and ground, where they are in the projection. */
function cameraLabels({ plan, axes, camera, middle, fromCamera }: TableParts, show: Show): Named {
  if (fromCamera) return {}
  const { picture, scene } = plan.setup
  const ground = point(axes, middle, scene.ground.distance)
  return {
    obstacles: [boxAbout(camera, 10)],
    labels: [
      {
        id: 'camera',
        text: `camera ${show(picture.distance, 'length', { unit: 'm' })}`,
        spots: around(camera.x, camera.y, 14),
      },
      { id: 'ground', text: 'ground', spots: around(ground.x, ground.y, 9) },
    ],
  }
}

function cardLabels({ plan, axes, middle, fromCamera }: TableParts): Named {
  const cards = plan.setup.scene.cards.map((card, i) => ({
    id: `card${i}`,
    text: card.name,
    at: point(axes, middle + card.along, fromCamera ? card.out : card.across),
  }))
  return {
    obstacles: cards.map(({ at }) => boxAbout(at, 8)),
    labels: cards.map(({ id, text, at }) => ({ id, text, spots: around(at.x, at.y, 12) })),
  }
}

function sensorLabels({ plan, axes, sensor, fromCamera }: TableParts, show: Show): Named {
  if (!sensor) return {}
  const { x, y, kind } = sensor
  const { source } = plan.setup.sensor
  const gate = kind === 'beam' && !fromCamera
  const beside: Label['spots'] = axes.upright
    ? [
        { x: x + 38, y: y + 4, anchor: 'start' },
        { x: x - 38, y: y + 4, anchor: 'end' },
      ]
    : [
        { x: x + 9, y: y - 25, anchor: 'start' },
        { x: x - 9, y: y - 25, anchor: 'end' },
      ]
  return {
    // A gate is its two posts; anything else is where it is.
    obstacles: gate
      ? [-28, 28].map(off => boxAbout({ x: x + (axes.upright ? off : 0), y: y + (axes.upright ? 0 : off) }, 6))
      : [boxAbout(sensor, 6)],
    labels: [
      {
        id: 'sensor',
        text:
          kind === 'sound' || kind === 'vibration'
            ? viewsWords('tableLabels.from', {
                noun:
                  kind === 'sound' ? viewsWords('tableLabels.microphone') : viewsWords('tableLabels.vibrationSensor'),
                setup: show(soundDistance(plan.setup), 'length', { unit: 'mm' }),
                source: SOUND_OF[source],
              })
            : kind,
        colour: 'var(--sensing)',
        spots: gate ? beside : around(x, y, 11),
      },
    ],
  }
}

function dimensionLabels({ axes, dimensions, dimensionAt }: TableParts, show: Show): Named {
  return {
    obstacles: dimensions.flatMap(([a, b]) => alongLine([point(axes, a, dimensionAt), point(axes, b, dimensionAt)])),
    labels: dimensions.map(([a, b], i) => {
      const at = point(axes, (a + b) / 2, dimensionAt)
      return {
        id: `length${i}`,
        text: show(Math.abs(b - a), 'length', { unit: 'm' }),
        spots: axes.upright
          ? [
              { x: at.x - 5, y: at.y + 4, anchor: 'end' },
              { x: at.x + 5, y: at.y + 4, anchor: 'start' },
            ]
          : [
              { x: at.x, y: at.y - 3, anchor: 'middle' },
              { x: at.x, y: at.y + 12, anchor: 'middle' },
            ],
      }
    }),
  }
}

function subjectLabels({ plan, axes, subjectAt, middle, halfSubject, second }: TableParts, show: Show): Named {
  const { subject, motion, recipe } = plan.setup
  const top = point(axes, axes.upright ? subjectAt : middle, halfSubject)
  const above = ({ x, y }: At): Label['spots'] => [{ x, y: y - 7, anchor: 'middle' }, ...around(x, y, 9)]
  return {
    obstacles: [area(axes, [subjectAt, -halfSubject], [subjectAt + subject.depth, halfSubject])],
    labels: [
      {
        id: 'subject',
        text:
          motion.kind === 'still'
            ? viewsWords('tableLabels.across', { height: show(subject.height, 'length', { unit: 'mm' }) })
            : traitsOf(recipe).cloud
              ? 'cloud'
              : 'subject',
        spots: axes.upright
          ? [{ x: top.x + 5, y: top.y + 12, anchor: 'start' }, ...around(top.x, top.y, 8)]
          : above(top),
      },
      ...(second
        ? [
            {
              id: 'second',
              text: 'second',
              spots: above(point(axes, subjectAt + second.gap + second.depth / 2, halfSubject)),
            },
          ]
        : []),
    ],
  }
}

/** What stands where the travel begins, by the way things move. */
const BEGINNINGS: Readonly<Record<MotionKind, string>> = {
  stream: 'lip',
  toss: 'hand',
  swing: 'start',
  fall: 'release',
  arc: 'hand',
  flight: 'hands',
  steady: 'start',
  still: '',
}

function startLabels({ plan, axes, bounds, start }: TableParts): Named {
  const { action, motion } = plan.setup
  if (!shoots(action.kind))
    return motion.kind === 'still'
      ? {}
      : { labels: [{ id: 'start', text: BEGINNINGS[motion.kind], spots: around(start.x, start.y, 8) }] }
  const at = { x: axes.along(plan.setup.catch.distance), y: start.y }
  return {
    labels: [
      {
        id: 'launcher',
        text: action.kind,
        spots: [
          { x: start.x - 26, y: start.y - 11, anchor: 'start' },
          { x: start.x - 26, y: start.y + 19, anchor: 'start' },
        ],
      },
      ...(at.x < bounds.x + bounds.width
        ? [
            {
              id: 'catch',
              text: viewsWords('tableLabels.backstopKeepClearBehind'),
              colour: 'var(--bad)',
              spots: [-40, 48, -54].map(off => ({ x: at.x - 6, y: at.y + off, anchor: 'end' as const })),
            },
          ]
        : []),
    ],
  }
}

function depthLabels({ plan, axes, bounds, depth, fromCamera }: TableParts, show: Show): Named {
  if (!depth || fromCamera) return {}
  const deep = plan.optics.depth
  const [x, y] = [Math.max(depth.x, bounds.x), Math.max(depth.y, bounds.y)]
  const width = Math.min(depth.x + depth.width, bounds.x + bounds.width) - x
  const height = Math.min(depth.y + depth.height, bounds.y + bounds.height) - y
  return {
    labels: [
      {
        id: 'depth',
        text: viewsWords('tableLabels.depthField', {
          deep:
            deep === null ? viewsWords('tableLabels.infinity') : show(deep, 'length', { unit: deep < 1 ? 'mm' : 'm' }),
        }),
        spots: [
          { x: x + width + 5, y: y + 12, anchor: 'start' },
          ...(axes.upright ? [{ x: bounds.x + bounds.width - 3, y: y + 12, anchor: 'end' as const }] : []),
          { x: x + width + 5, y: y + height + 8, anchor: 'start' },
          { x: x + width + 5, y: y - 4, anchor: 'start' },
          { x: x - 5, y: y - 4, anchor: 'end' },
          { x: x + 5, y: y + height - 5, anchor: 'start' },
          { x: x + width - 5, y: y + height - 5, anchor: 'end' },
          { x: x + 5, y: y + 13, anchor: 'start' },
          { x: x + width - 5, y: y + 13, anchor: 'end' },
          { x: x + width / 2, y: y + height + 12, anchor: 'middle' },
        ],
      },
    ],
  }
}

/** Least drop worth a word, m. */
const TELLING_DROP = 0.0005

/** What only the camera's own view shows: its frame, and how far what flies falls. */
function frameLabels({ plan, axes, frame, drop, subjectAt, fromCamera }: TableParts, show: Show): Named {
  if (!fromCamera) return {}
  return {
    labels: [
      {
        id: 'field',
        text: `frame ${show(plan.optics.fieldWidth, 'length', { unit: 'mm' })} wide`,
        spots: [
          { x: frame.x + frame.width + 4, y: frame.y + frame.height, anchor: 'start' },
          { x: frame.x, y: frame.y + frame.height + 13, anchor: 'start' },
        ],
      },
      ...(drop > TELLING_DROP
        ? [
            {
              id: 'drop',
              text: viewsWords('tableLabels.dropsWay', { drop: show(drop, 'length', { unit: 'mm' }) }),
              colour: 'var(--action)',
              spots: around(point(axes, subjectAt * 0.55, 0).x, point(axes, 0, 0).y, 12).slice(2),
            },
          ]
        : []),
    ],
  }
}

const ringLabels = ({ rings, severalRings }: TableParts, show: Show): Named => ({
  labels: rings.map(ring => ({
    id: `ring${ring.id}`,
    text: `${severalRings ? `${ring.light} ` : ''}${show(ring.stop, 'stops')}`,
    colour: 'var(--light)',
    spots: around(ring.x, ring.y, 5),
  })),
})

/** The travel and the lines of sight: no label lies across them. */
function lines({ plan, axes, start, ends, camera, middle, halfField }: TableParts): Named {
  const sight = [point(axes, middle + halfField, 0), camera, point(axes, middle - halfField, 0)]
  return {
    obstacles: [
      ...(plan.setup.motion.kind === 'still' ? [] : alongLine([start, point(axes, ends[1], 0)])),
      ...alongLine(sight),
    ],
  }
}

/** Every label of the table plan, placed so that none covers another or what it names; the first named comes first. */
export function tableLabels(parts: TableParts, show: Show): PlacedLabel[] {
  const named = [
    lightLabels,
    cameraLabels,
    cardLabels,
    sensorLabels,
    dimensionLabels,
    subjectLabels,
    startLabels,
    depthLabels,
    frameLabels,
    ringLabels,
    lines,
  ].map(part => part(parts, show))
  return placeNamed(named, parts.bounds)
}
