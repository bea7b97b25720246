import { LAB_TOOLS, type LabFigure, type LabReading, frameOf, readLab } from '~~/core/lab'
import { seededRandom } from '~~/core/math/random'
import { hardShots } from '../../support/hardShots'
import { hardStreak } from '../../support/hardStreaks'
import { hardSync } from '../../support/hardSync'
import { hardTrace } from '../../support/hardTraces'
import { runs } from '../../support/runs'
import { limitsOf } from '../../support/figures'

/** Readings of files by people who want the readers to fail: none of their code is the readers' or the stand-ins'. */
const read = (id: string, ...rest: [Parameters<typeof readLab>[1], Parameters<typeof readLab>[2]]): LabReading =>
  readLab(
    LAB_TOOLS.find(tool => tool.id === id)!,
    ...rest,
    [],
  )
const figure = ({ figures }: LabReading, id: string): LabFigure | undefined => figures.find(one => one.id === id)
const within = (z: readonly number[], most: number): number => z.filter(x => Math.abs(x) < most).length / z.length
const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length
const seeds = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1)

test('t.1 of a light trace through a coupling: within 3 %, and its errors hold', () => {
  const [off, z]: [number[], number[]] = [[], []]
  for (const seed of seeds(runs(36))) {
    const { file, t01, coupling } = hardTrace(seed)
    const told = figure(read('trace', [file], { power: 1 / 16, coupling: 'auto' }), 't01')!
    if (coupling !== null) off.push(told.value! / t01 - 1)
    z.push((told.value! - t01) / told.error!)
  }
  expect(Math.abs(mean(off))).toBeLessThan(0.015)
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.06)
  expect(within(z, 2)).toBeGreaterThan(0.85)
})

test('a recording that ends with the light tells no coupling, and says so', () => {
  const { file, t01 } = hardTrace(2)
  if (file.kind !== 'trace') throw new Error('A trace')
  const { time, columns } = file.trace
  const peak = columns[0]!.indexOf(Math.max(...columns[0]!))
  const end = peak + Math.round((1.2 * t01) / (time[1]! - time[0]!))
  const cut = { ...file, trace: { ...file.trace, time: time.slice(0, end), columns: [columns[0]!.slice(0, end)] } }
  const reading = read('trace', [cut], { power: 1 / 16, coupling: 'auto' })
  expect(reading.trusted).toBe(false)
  expect(figure(reading, 't01')!.bound).toBe('above')
  expect(limitsOf(reading).join(' ')).toMatch(/ends too soon/)
  expect(reading.gives).toEqual([])
})

test('a streak of any length, of a disc or a bar, is right or said to be at least so long', () => {
  const [off, z]: [number[], number[]] = [[], []]
  const lengths = [undefined, undefined, undefined, undefined, 20, 90, 150, 150]
  const step = Math.floor(lengths.length / runs(lengths.length))
  lengths.forEach((px, i) => {
    if (i % step > 0) return
    const { file, length } = hardStreak(i + 3, px)
    const told = figure(read('streak', [file], { way: 'right', diameter: 0.02 }), 'pixels')!
    if (told.bound) {
      expect(told.bound).toBe('above')
      expect(told.value!).toBeLessThan(length * 1.05)
      return
    }
    off.push(told.value! / length - 1)
    z.push((told.value! - length) / told.error!)
  })
  expect(off.length).toBeGreaterThan(lengths.length / step / 2)
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.1)
  expect(within(z, 3)).toBe(1)
})

test('light after contact is within its error, with a slow frame and without, however short the slit', () => {
  const [lag, travel]: [number[], number[]] = [[], []]
  for (const seed of seeds(runs(40))) {
    const { files, settings, ...truth } = hardSync(seed)
    const reading = read('sync', files, settings)
    const [told, of] = [figure(reading, 'lag')!, figure(reading, 'travel')!]
    expect(Math.abs(told.value! - truth.lag)).toBeLessThan(3 * told.error!)
    lag.push(told.value! / truth.lag - 1)
    travel.push(of.value! / truth.travel - 1)
  }
  expect(Math.max(...lag.map(Math.abs))).toBeLessThan(0.06)
  expect(Math.max(...travel.map(Math.abs))).toBeLessThan(0.02)
})

test('an echo as loud as the impact is told as a second candidate, and neither is trusted', () => {
  let [right, told, wrong] = [0, 0, 0]
  for (const seed of seeds(runs(90))) {
    const { file, settings, speed, echo } = hardShots(seed)
    const reading = read('speed', [file], settings)
    const near = (one: LabFigure | undefined): boolean =>
      one !== undefined && Math.abs(one.value! - speed) < 3 * one.error!
    const ok = near(figure(reading, 'speed'))
    if (reading.trusted) {
      if (ok) right++
      else wrong++
    } else {
      expect(echo).toBeGreaterThan(0.4)
      expect(reading.gives).toEqual([])
      expect(limitsOf(reading)[0]).toMatch(/Another sound/)
      if (ok || near(figure(reading, 'second'))) told++
    }
  }
  expect(wrong).toBeLessThanOrEqual(1)
  expect(told).toBeGreaterThan(0.1 * runs(90))
  expect(right).toBeGreaterThan(0.6 * runs(90))
})

test('a ruler that leads away is sharp over what its lines are drawn sharp over, and where they are sharpest', () => {
  for (const [at, seed] of [
    [0.5, 1],
    [0.35, 2],
    [0.68, 3],
  ] as const) {
    const random = seededRandom(seed)
    const [width, height, period, perPx] = [900, 220, 8, 0.018]
    const rgba = new Uint8ClampedArray(width * height * 4)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        // Fine lines, softer by so much a pixel away from where they are sharpest.
        const soft = Math.hypot(0.4, perPx * (x - at * width))
        const lines = Math.exp((-2 * (Math.PI * soft) ** 2) / period ** 2) * Math.cos((2 * Math.PI * x) / period)
        const light = 0.25 + 0.18 * lines + 0.002 * random.normal()
        rgba.fill(Math.round(255 * (1.055 * light ** (1 / 2.4) - 0.055)), (y * width + x) * 4, (y * width + x) * 4 + 4)
      }
    const file = { kind: 'frame' as const, name: 'ruler.png', frame: frameOf({ width, height, rgba }) }
    const reading = read('sharpness', [file], { target: 'ruler', length: 0.09 })
    // A quarter of the detail is left where the lines are soft by so many pixels.
    const edge = (period * Math.sqrt(Math.log(4))) / (2 * Math.PI) / perPx
    const [depth, off] = [figure(reading, 'depth')!, figure(reading, 'off')!]
    expect(Math.abs(depth.value! - (2 * edge * 0.1) / width)).toBeLessThan(2 * depth.error!)
    expect(Math.abs(off.value! - (at - 0.5) * 0.1)).toBeLessThan(3 * off.error!)
    expect(reading.trusted).toBe(true)
  }
})
