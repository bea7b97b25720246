import {
  type FigureValue,
  type KitDurationRow,
  type KitItem,
  type KitKind,
  TYPICAL_HEADS,
  newKitItem,
} from '../../core'

type Marks = Record<string, string>

/** An item with some figures of its own; `measured` names the day for those that were measured here. */
function item(
  kind: KitKind,
  name: string,
  notes: string,
  figures: Record<string, FigureValue> = {},
  measured: Marks = {},
  more: Partial<KitItem> = {},
): KitItem {
  const start = newKitItem(kind, name)
  return {
    ...start,
    notes,
    figures: { ...start.figures, ...figures },
    table: start.table.map(row => ({ ...row, basis: 'rated' as const })),
    ...more,
    marks: Object.fromEntries(
      Object.keys(start.marks).map(key => [
        key,
        measured[key] ? { basis: 'measured' as const, date: measured[key] } : { basis: 'rated' as const, date: '' },
      ]),
    ),
  }
}

const rows = (
  figures: readonly (readonly [denominator: number, t05: number, t01: number])[],
  basis: 'rated' | 'measured',
  date = '',
): KitDurationRow[] =>
  figures.map(([denominator, t05, t01]) => ({ power: 1 / denominator, t05: t05 * 1e-6, t01: t01 * 1e-6, basis, date }))

/**
 * The made-up studio's gear: two flashes whose durations go opposite ways with power, some of it measured, some from
 * the leaflet.
 */
export const DEMO_KIT = {
  body: item(
    'camera',
    'Tarn 36 body',
    'Mirror up, first curtain mechanical.',
    {},
    { lag: '2026-10-11', lagJitter: '2026-10-11' },
  ),
  silent: item('camera', 'Tarn S silent body', 'Electronic shutter: read-out is slow, no flash past 1/20 s.', {
    shutterKind: 'rolling',
    readOut: 0.048,
    lag: 0.09,
    lagJitter: 0.006,
    syncSpeed: 1 / 20,
    frameRate: 20,
    bufferFrames: 120,
  }),
  macro: item('lens', 'Tarn 100 mm close-up', 'Stops down to f/32.'),
  normal: item('lens', 'Tarn 50 mm', '', { focalLength: 0.05, widestAperture: 1.8, smallestAperture: 22 }),
  battery: item(
    'flash',
    'Wick 76',
    'Battery; the tube is cut off early: the lower the power, the shorter.',
    {},
    { latency: '2026-10-12' },
  ),
  mains: item(
    'flash',
    'Forge 500',
    'Mains; the lower the power, the longer.',
    {
      supply: 'mains',
      guideNumber: 90,
      energy: 500,
      minimumPower: 1 / 32,
      latency: 150e-6,
      jitter: 15e-6,
      slaveDelay: 60e-6,
      recycleTime: 1.2,
      heatLimit: 60_000,
    },
    { recycleTime: '2026-10-12' },
    {
      table: rows(
        [
          [1, 480, 1500],
          [2, 620, 1900],
          [4, 800, 2400],
          [8, 980, 3000],
          [16, 1150, 3500],
          [32, 1300, 4000],
        ],
        'measured',
        '2026-10-12',
      ),
      repeat: [],
    },
  ),
  quick: item(
    'flash',
    'Forge 500, cut-off mode',
    'The same head with its tube cut off: colour drifts, light is short.',
    {
      supply: 'mains',
      guideNumber: 90,
      energy: 500,
      minimumPower: 1 / 256,
      latency: 150e-6,
      jitter: 20e-6,
      slaveDelay: 60e-6,
      recycleTime: 0.5,
      heatLimit: 60_000,
    },
    {},
    {
      table: rows(
        [
          [1, 480, 1500],
          [4, 260, 380],
          [16, 90, 130],
          [64, 34, 52],
          [256, 15, 24],
        ],
        'rated',
      ),
      repeat: [],
    },
  ),
  beam: item('sensor', 'Slit beam 3 mm', 'Infra-red, modulated; shade the receiver.', {}, { response: '2026-10-14' }),
  microphone: item('sensor', 'Clip microphone', 'Own stand, never on the table.', {
    kind: 'sound',
    beamWidth: 0,
    response: 0,
    latency: 40e-6,
    jitter: 60e-6,
  }),
  contact: item('sensor', 'Touch mat', '', {
    kind: 'contact',
    beamWidth: 0,
    response: 0,
    latency: 120e-6,
    jitter: 80e-6,
  }),
  controller: item('controller', 'Tally controller', 'Steps of 0.1 ms; learns no level, set by hand.'),
  fine: item('controller', 'Tally F controller', 'Steps of 10 µs.', { delayStep: 10e-6, latency: 12e-6, jitter: 1e-6 }),
  cable: item('link', 'Cable, 5 m', ''),
  radio: item(
    'link',
    'Ferry radio',
    'Delay drifts with its battery.',
    { kind: 'radio', latency: 1.2e-3, jitter: 90e-6 },
    { latency: '2026-10-12', jitter: '2026-10-12' },
  ),
  optical: item('link', 'Optical slave', 'Follows the first flash it sees: no pre-flash in the room.', {
    kind: 'optical',
    latency: 15e-6,
    jitter: 8e-6,
  }),
  softbox: item(
    'modifier',
    'Softbox, 60 cm',
    '',
    { head: 'softbox', ...TYPICAL_HEADS.softbox },
    { lossStops: '2026-10-11' },
  ),
  grid: item('modifier', 'Grid, 20°', '', { head: 'grid', ...TYPICAL_HEADS.grid }),
  scrim: item('modifier', 'Scrim', 'Behind glass.', {
    head: 'softbox',
    ...TYPICAL_HEADS.softbox,
    lossStops: 1,
    headWidth: 0.9,
    headHeight: 0.9,
  }),
  crackers: item('consumable', 'Rice crackers', 'Box of 24, thick ones crumble best.', { stock: 24, perTake: 1 }),
  balloons: item('consumable', 'Confetti balloons', 'Latex: ask for allergies.', { stock: 14, perTake: 1 }),
  cream: item('consumable', 'Cream, 0.2 l', 'One carton is four takes.', { stock: 24, perTake: 1 }),
  chalk: item('consumable', 'Chalk, scoops', '', { stock: 40, perTake: 2 }),
} as const satisfies Record<string, KitItem>

export type DemoKitKey = keyof typeof DEMO_KIT
