import type { Plan } from '~~/core'
import { type LabelBox, type Label, type LabelSpot, type PlacedLabel, type Show, placeLabels } from './labels'
import type { Stretch, ShutterTimes } from './stripGeometry'
import { viewsWords } from '~~/shared/texts/pages/views'

/** What is drawn in the time strip and is to be named. */
export interface StripParts {
  plan: Plan
  bounds: LabelBox
  /** px of a time, inside the strip or held at its edges, and whether it is inside. */
  x: (time: number) => number
  clip: (time: number) => number
  inView: (time: number | null) => time is number
  /** px of the middle of a lane, and half of what is drawn in the chain's. */
  lane: (id: string) => number
  bar: number
  /** s at the left edge. */
  from: number
  stretches: readonly Stretch[]
  shutter: ShutterTimes | null
  /** s of the pops of each light; none where no flash makes the picture. */
  pops: readonly (readonly number[])[]
}

type Part = (parts: StripParts, show: Show) => Label[]

/** px that a stretch or a lag must be wide to be named. */
const WIDE_STRETCH = 34
const WIDE_LAG = 50

const beside = (x: number, y: number, up = 0): [LabelSpot, LabelSpot] => [
  { x: x + 6, y: y + 4 - up, anchor: 'start' },
  { x: x - 6, y: y + 4 - up, anchor: 'end' },
]
/** Over the line or under it, on either side. */
const about = (x: number, y: number): { over: LabelSpot[]; under: LabelSpot[] } => ({
  over: beside(x, y, 9),
  under: beside(x, y, -10),
})

const eventLabels: Part = ({ plan, x, inView, lane }, show) => {
  const { moment, impact, apex } = plan.timing
  const labels: Label[] = []
  const at = (time: number) => about(x(time), lane('action'))
  if (inView(moment))
    labels.push({
      id: 'moment',
      colour: 'var(--action)',
      bold: true,
      text: `moment ${show(moment, 'time', { figures: 4 })}`,
      spots: [...at(moment).over.reverse(), ...at(moment).under],
    })
  if (inView(impact) && impact !== 0 && impact !== moment)
    labels.push({
      id: 'impact',
      text: `impact ${show(impact, 'time')}`,
      spots: [...at(impact).over.reverse(), ...at(impact).under.reverse()],
    })
  if (inView(apex))
    labels.push({ id: 'apex', text: `apex ${show(apex, 'time')}`, spots: [...at(apex).over, ...at(apex).under] })
  if (inView(0)) labels.push({ id: 'start', text: 'start', spots: beside(x(0), lane('action'), 7) })
  return labels
}

const sensedLabel: Part = ({ plan, x, inView, lane }, show) => {
  const { sensed, heard } = plan.timing
  if (plan.setup.trigger !== 'sensor' || !inView(sensed)) return []
  return [
    {
      id: 'sensed',
      text: `${heard ? viewsWords('stripLabels.hears', { heard }) : 'sensed'} ${show(sensed, 'time')}`,
      spots: beside(x(sensed), lane('sensing')),
    },
  ]
}

const chainLabels: Part = ({ stretches, clip, lane, bar }, show) =>
  stretches.flatMap(({ id, label, from, to }): Label[] => {
    const [a, b] = [clip(from), clip(to)]
    const [over, under] = [lane('controller') - bar / 2 - 3, lane('controller') + bar / 2 + 10].map((y): LabelSpot => ({
      x: (a + b) / 2,
      y,
      anchor: 'middle',
    }))
    if (id === 'delay' && b - a > 2)
      return [
        {
          id,
          bold: true,
          colour: 'var(--sensing)',
          text: show(to - from, 'time', { figures: 4 }),
          spots: [over!, ...beside(b, lane('controller'))],
        },
      ]
    return b - a > WIDE_STRETCH && id !== 'camera'
      ? [
          {
            id,
            text: id === 'delay' ? show(to - from, 'time', { figures: 4 }) : `${label} ${show(to - from, 'time')}`,
            spots: [under!, over!],
          },
        ]
      : []
  })

const lightLabels: Part = ({ plan, pops, x, inView, lane }, show) =>
  pops.flatMap((times, i): Label[] => {
    const shown = times.filter(inView)
    const [first, last] = [shown[0], shown.at(-1)]
    if (first === undefined || last === undefined) return []
    return [
      {
        id: `light${i}`,
        text: viewsWords('stripLabels.at', {
          times: times.length > 1 ? viewsWords('stripLabels.pops', { times: times.length }) : '',
          t01: show(plan.pulses[i]!.t01, 'time'),
          power: show(plan.setup.flashes[i]!.power, 'power'),
        }),
        spots: [beside(x(first), lane(`light${i}`))[1], beside(x(last), lane(`light${i}`))[0]],
      },
    ]
  })

const shutterLabels: Part = ({ plan, shutter, clip, lane, bounds, from }, show) => {
  if (!shutter) return []
  const { opens, full, closing, released } = shutter
  const { setup } = plan
  const early = setup.method === 'open-shutter' && opens <= 0
  const x = clip(clip(full) > bounds.x ? full : from)
  return [
    {
      id: 'shutter',
      colour: 'var(--shutter)',
      text: show(setup.picture.shutter, 'shutter') + (early ? viewsWords('stripLabels.openedBeforeAction') : ''),
      spots: [
        { x: x + 6, y: lane('shutter') + 4, anchor: 'start' },
        { x: clip(closing) - 6, y: lane('shutter') + 4, anchor: 'end' },
      ],
    },
    ...(released !== null && clip(opens) - clip(released) > WIDE_LAG
      ? [
          {
            id: 'lag',
            text: viewsWords('stripLabels.shutterLag', { lag: show(plan.setup.camera.lag, 'time') }),
            spots: [
              { x: (clip(released) + clip(opens)) / 2, y: lane('shutter') - 3, anchor: 'middle' as const },
              { x: clip(released) - 5, y: lane('shutter') + 4, anchor: 'end' as const },
            ],
          },
        ]
      : []),
    {
      id: 'ambient',
      text: viewsWords('stripLabels.whenCloses', {
        ambient: show(plan.exposure.ambient, 'stops'),
        noun: plan.exposure.black ? viewsWords('stripLabels.Black') : viewsWords('stripLabels.Visible'),
      }),
      spots: [
        { x: clip(closing) - 6, y: lane('ambient') + 4, anchor: 'end' },
        { x: x + 6, y: lane('ambient') + 4, anchor: 'start' },
      ],
    },
  ]
}

/** Every label of the time strip, placed clear of each other and of the light; the first named comes first. */
export function stripLabels(parts: StripParts, show: Show): PlacedLabel[] {
  const { plan, x, inView, bounds } = parts
  const { captured } = plan.timing
  const light = inView(captured) ? [{ x: x(captured) - 1, y: bounds.y, width: 2, height: bounds.height }] : []
  return placeLabels(
    [eventLabels, sensedLabel, chainLabels, lightLabels, shutterLabels].flatMap(part => part(parts, show)),
    bounds,
    light,
  )
}
