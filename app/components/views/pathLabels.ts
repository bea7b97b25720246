import { type Plan, traitsOf } from '~~/core'
import { type Axes, area, clamped, point } from './axes'
import {
  type LabelBox,
  type Label,
  type LabelSpot,
  type Named,
  type PlacedLabel,
  type Show,
  alongLine,
  around,
  boxAbout,
  labelBox,
  placeNamed,
} from './labels'
import type { PathGeometry } from './pathGeometry'
import { viewsWords } from '~~/shared/texts/pages/views'

/** What is drawn in the path chart and is to be named. */
export interface PathParts {
  plan: Plan
  axes: Axes
  bounds: LabelBox
  geometry: PathGeometry
  /** Stretch of the distance axis, m, low end first, and of the time axis, s. */
  ends: readonly [number, number]
  times: readonly [number, number]
  /** Ticks with their texts: nothing is set over them. */
  ticks: readonly { spot: LabelSpot; text: string }[]
}

type Part = (parts: PathParts, show: Show) => Named

const inside = ({ axes }: PathParts, along: number): number => clamped(axes.along, along)
const inTime = ({ axes }: PathParts, time: number): number => clamped(axes.across, time)
const shown = ({ times }: PathParts, time: number): boolean => time >= times[0] && time <= times[1]
/** Both ends of a line across the chart at an instant, as drawn from its top or left. */
function across({ axes, ends }: PathParts, time: number): [{ x: number; y: number }, { x: number; y: number }] {
  const [low, high] = [Math.min(...axes.along.range()), Math.max(...axes.along.range())]
  return axes.upright
    ? [point(axes, axes.along.invert(low), time), point(axes, axes.along.invert(high), time)]
    : [point(axes, ends[0], time), point(axes, ends[1], time)]
}

const pictureLabel: Part = (parts, show) => {
  const { plan, axes, geometry } = parts
  const { captured } = plan.timing
  if (!geometry.picture || captured === null || !shown(parts, captured)) return {}
  const at = point(axes, inside(parts, geometry.picture[0]), captured)
  const spreads = geometry.spreadAlong > 0 && geometry.markAt !== null
  return {
    obstacles: [boxAbout(at, 7)],
    labels: [
      {
        id: 'picture',
        bold: true,
        text: `picture${spreads ? `, ±${show(geometry.spreadAlong, 'length', { unit: 'mm', figures: 2 })}` : ''}`,
        spots: [...around(at.x, at.y, 12)].reverse().concat(around(at.x, at.y, 24)),
      },
    ],
  }
}

const lightLabel: Part = (parts, show) => {
  const { plan, axes } = parts
  const { captured } = plan.timing
  if (captured === null || !shown(parts, captured)) return {}
  const [first, last] = across(parts, captured)
  return {
    labels: [
      {
        id: 'light',
        bold: true,
        colour: 'var(--light)',
        text: viewsWords('pathLabels.lasts', {
          noun: plan.sharpness.by === 'flash' ? viewsWords('pathLabels.light') : viewsWords('pathLabels.exposure'),
          captured: show(captured, 'time', { figures: 4 }),
          duration: show(plan.sharpness.duration, 'time'),
        }),
        spots: axes.upright
          ? [
              { x: first.x - 6, y: first.y + 4, anchor: 'end' },
              { x: first.x + 6, y: first.y + 4, anchor: 'start' },
              { x: last.x - 6, y: last.y - 8, anchor: 'end' },
              { x: last.x - 6, y: last.y - 24, anchor: 'end' },
            ]
          : [
              { x: first.x + 6, y: first.y - 6, anchor: 'start' },
              { x: last.x - 6, y: last.y - 6, anchor: 'end' },
              { x: first.x + 6, y: first.y + 15, anchor: 'start' },
              { x: last.x - 6, y: last.y + 15, anchor: 'end' },
            ],
      },
    ],
  }
}

/** Pops after the first, and the way of all of them as a camera that turns or moves sees it. */
const popLabels: Part = (parts, show) => {
  const { axes, ends, geometry } = parts
  const at = (place: number, time: number) => point(axes, inside(parts, place), time)
  const last = geometry.pops.at(-1)
  const panned = geometry.panned[Math.floor(geometry.panned.length / 2)]
  const labels: Label[] = []
  if (last && shown(parts, last.at[1]))
    labels.push({
      id: 'last-pop',
      colour: 'var(--light)',
      text: `pop ${last.number}, ${show(last.at[1], 'time', { figures: 4 })}`,
      spots: around(at(...last.at).x, at(...last.at).y, 9),
    })
  if (geometry.panned.length > 1 && panned)
    labels.push({
      id: 'panned',
      colour: 'var(--action)',
      text: viewsWords('pathLabels.cameraSees', {
        noun:
          parts.plan.setup.sequence.panSpeed > 0 ? viewsWords('pathLabels.turning') : viewsWords('pathLabels.moving'),
      }),
      spots: around(point(axes, ...panned).x, point(axes, ...panned).y, 11),
    })
  return {
    labels,
    obstacles: geometry.pops.flatMap(pop => [
      boxAbout(at(...pop.at), 4),
      ...(shown(parts, pop.at[1]) ? [area(axes, [ends[0], pop.at[1]], [ends[1], pop.at[1]])] : []),
    ]),
  }
}

/** What the sensor is said to do as it answers. */
const sensedAs = ({ setup, timing }: Plan): string =>
  ({
    beam: viewsWords('pathLabels.crossesBeam'),
    sound: timing.heard === 'shock' ? viewsWords('pathLabels.shockHeard') : 'heard',
    contact: 'touched',
    hand: 'pressed',
    sight: viewsWords('pathLabels.seenPressed'),
    ear: viewsWords('pathLabels.heardPressed'),
    phone: 'heard',
    vibration: viewsWords('pathLabels.feltTable'),
  })[setup.sensor.kind]

const chainLabels: Part = (parts, show) => {
  const { plan, axes, geometry } = parts
  if (!geometry.stretches) return {}
  const { sensed, delayFrom, delayTo, captured } = geometry.stretches
  const at = (time: number) => point(axes, inside(parts, geometry.sensorAt), time)
  const delay = at((inTime(parts, delayFrom) + inTime(parts, delayTo)) / 2)
  return {
    obstacles: [
      ...(shown(parts, sensed) ? [boxAbout(at(sensed), 4)] : []),
      ...alongLine([at(inTime(parts, sensed)), at(inTime(parts, captured))]),
    ],
    labels: [
      ...(shown(parts, sensed)
        ? [
            {
              id: 'sensed',
              text: `${sensedAs(plan)} ${show(sensed, 'time')}`,
              spots: around(at(sensed).x, at(sensed).y, 9),
            },
          ]
        : []),
      {
        id: 'delay',
        bold: true,
        colour: 'var(--sensing)',
        text: `delay ${show(plan.timing.used as number, 'time', { figures: 4 })}`,
        spots: axes.upright
          ? [
              { x: delay.x, y: delay.y + 17, anchor: 'middle' },
              { x: delay.x, y: delay.y - 9, anchor: 'middle' },
            ]
          : around(delay.x, delay.y, 9),
      },
    ],
  }
}

/** px below a line that its label takes up. */
const LINE = 24

/** The moment by its name where it is a time; the mark where it is a place. */
const momentLabels: Part = (parts, show) => {
  const { plan, axes, times, geometry } = parts
  const { moment } = plan.timing
  const { markAt } = geometry
  const labels: Label[] = []
  if (markAt === null && moment !== null && shown(parts, moment)) {
    const [near, edge] = across(parts, moment)
    const { captured } = plan.timing
    const light = captured === null ? null : across(parts, captured)[1].y - edge.y
    const above: LabelSpot = { x: edge.x - 5, y: edge.y - 5, anchor: 'end' }
    // Below the moment's line the light's own may run through it.
    const first =
      light !== null && light > 2 && light < LINE
        ? [above, { ...near, x: near.x + 5, y: near.y - 5, anchor: 'start' as const }]
        : []
    labels.push({
      id: 'moment',
      colour: 'var(--action)',
      text: `${plan.setup.moment.phase}, ${show(moment, 'time')}`,
      spots: axes.upright
        ? [
            { x: edge.x - 5, y: edge.y - 6, anchor: 'end' },
            { x: edge.x - 5, y: edge.y - 20, anchor: 'end' },
            { x: near.x - 5, y: near.y + 18, anchor: 'end' },
          ]
        : [
            ...first,
            { x: edge.x - 5, y: edge.y + 15, anchor: 'end' },
            above,
            { x: near.x + 5, y: near.y + 15, anchor: 'start' },
          ],
    })
  }
  if (markAt !== null && inside(parts, markAt) === markAt) {
    const [a, b] = [point(axes, markAt, times[1]), point(axes, markAt, times[0])]
    labels.push({
      id: 'mark',
      colour: 'var(--action)',
      text: 'mark',
      spots: axes.upright
        ? [
            { x: a.x - 6, y: a.y - 5, anchor: 'end' },
            { x: b.x + 6, y: b.y - 5, anchor: 'start' },
            { x: a.x - 6, y: a.y + 13, anchor: 'end' },
          ]
        : [
            { x: a.x + 5, y: a.y - 6, anchor: 'start' },
            { x: b.x + 5, y: b.y + 13, anchor: 'start' },
            { x: a.x - 5, y: a.y - 6, anchor: 'end' },
          ],
    })
  }
  return { labels }
}

/** What the line of the path follows, in a word. */
function followedAs({ setup }: Plan): string {
  const { tears, cloud } = traitsOf(setup.recipe)
  if (setup.motion.kind === 'still')
    return tears ? viewsWords('pathLabels.edgeTear') : viewsWords('pathLabels.doesNotMove')
  if (cloud) return viewsWords('pathLabels.edgeCloud')
  return setup.motion.kind === 'stream' ? viewsWords('pathLabels.tipStream') : 'object'
}

const lineLabels: Part = ({ plan, axes, geometry }, show) => {
  const [end, heard, shock] = [
    geometry.object.at(Math.round(geometry.object.length * 0.3)),
    geometry.sound.at(-1),
    geometry.shock.at(-1),
  ].map(place => place && point(axes, ...place))
  const labels: Label[] = []
  if (end)
    labels.push({ id: 'object', colour: 'var(--action)', text: followedAs(plan), spots: around(end.x, end.y, 9) })
  if (heard)
    labels.push({
      id: 'sound',
      colour: 'var(--sensing)',
      text: `sound ${show(plan.soundSpeed, 'speed')}`,
      spots: [
        { x: heard.x - 6, y: heard.y - 6, anchor: 'end' },
        { x: heard.x - 6, y: heard.y + 14, anchor: 'end' },
        { x: heard.x + 6, y: heard.y + 4, anchor: 'start' },
        { x: heard.x - 6, y: heard.y + 30, anchor: 'end' },
        { x: heard.x - 6, y: heard.y - 22, anchor: 'end' },
      ],
    })
  if (shock) labels.push({ id: 'shock', colour: 'var(--sensing)', text: 'shock', spots: around(shock.x, shock.y, 8) })
  return { labels }
}

/** Ticks and lines that labels keep clear of. */
const background: Part = ({ axes, geometry, ticks }) => ({
  obstacles: [
    ...ticks.map(({ spot, text }) => labelBox(spot, text)),
    ...[geometry.object.filter((_, i) => i % 6 === 0), geometry.sound].flatMap(places =>
      alongLine(places.map(place => point(axes, ...place))),
    ),
  ],
})

/** What picture, light and the rest of the path chart are called, clear of each other; the first named comes first. */
export function pathLabels(parts: PathParts, show: Show): PlacedLabel[] {
  const named = [pictureLabel, lightLabel, popLabels, chainLabels, momentLabels, lineLabels, background].map(part =>
    part(parts, show),
  )
  return placeNamed(named, parts.bounds)
}
