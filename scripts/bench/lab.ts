import {
  EXERCISES,
  Film,
  dialOf,
  exerciseRig,
  exerciseSetup,
  fireRig,
  pictureOf,
  placeTells,
  type BenchShot,
  type Plan,
  type PracticeRig,
  type Setup,
  plan,
  sceneOf,
  toneMapped,
} from '../../core'
import {
  BENCH,
  type Frame,
  type LabInput,
  type LabSettings,
  type LabTool,
  LAB_TOOLS,
  TakeReader,
  frameOf,
  marksOf,
  readLab,
} from '../../core/lab'
import { hardShots } from '../../tests/support/hardShots'
import { hardStreak } from '../../tests/support/hardStreaks'
import { hardSync } from '../../tests/support/hardSync'
import { hardTrace } from '../../tests/support/hardTraces'
import { bestDelay, seenAs, soundThreshold } from '../../core/scoring/play'

const FILES = Number(process.env.LAB_FILES ?? 200)
/** Tools by name, `takes`, or exercises whose takes are read; left out: all of them. */
const ONLY = process.env.LAB_TOOLS?.split(',')
const [RIGS, SHOTS] = [Number(process.env.LAB_RIGS ?? 8), 8]
/** Figures whose error is told in their own unit, with what makes it readable; the others as a share. */
const OWN: Partial<Record<string, [factor: number, unit: string]>> = {
  ambient: [1, 'stops'],
  ev: [1, 'EV'],
  stops: [1, 'stops'],
  evenness: [1, 'stops'],
  middle: [1, 'stops'],
  margin: [1, 'dB'],
  dark: [100, '% of frame'],
  past: [1000, 'mm'],
  specks: [1, 'spots'],
}
export const mean = (values: readonly number[]): number =>
  values.reduce((a, b) => a + b, 0) / Math.max(1, values.length)
/** mm within which a thing that travels should be placed. */
const NEAR = 2
const percent = (share: number): string => `${(share * 100).toFixed(0)} %`

interface Row {
  off: number[]
  z: number[]
}

function coverageOf(tool: LabTool): string[] {
  const rows = new Map<string, Row>()
  let [distrusted, ms] = [0, 0]
  for (let seed = 1; seed <= FILES; seed++) {
    const { files, settings, truth } = tool.sample(seed)
    const began = performance.now()
    const reading = readLab(tool, files, settings, marksOf(settings))
    ms += performance.now() - began
    if (!reading.trusted) distrusted++
    else
      for (const [id, real] of Object.entries(truth)) {
        const figure = reading.figures.find(one => one.id === id)
        if (figure?.value == null || figure.bound) continue
        const row = rows.get(id) ?? { off: [], z: [] }
        row.off.push(OWN[id] ? (figure.value - real) * OWN[id][0] : (figure.value / real - 1) * 100)
        if (figure.error) row.z.push(Math.abs(figure.value - real) / figure.error)
        rows.set(id, row)
      }
  }
  return [...rows].map(([id, { off, z }]) => {
    const bias = mean(off)
    const sd = Math.sqrt(mean(off.map(value => (value - bias) ** 2)))
    const share = (errors: number): string => percent(mean(z.map(value => Number(value <= errors))))
    const within = z.length === 0 ? '– | –' : `${share(1)} | ${share(2)}`
    const unit = OWN[id]?.[1] ?? '%'
    const read = `${off.length} of ${FILES}, ${distrusted} distrusted`
    const figures = `${bias.toFixed(2)} | ${sd.toFixed(2)} ${unit} | ${within}`
    return `| ${tool.id} | ${id} | ${figures} | ${read} | ${(ms / FILES).toFixed(0)} ms |`
  })
}

/** The simulated camera's picture of a shot. */
export function photo(rig: PracticeRig, setup: Setup, shot: BenchShot): Frame {
  const height = Math.round((360 * setup.camera.sensorHeight) / setup.camera.sensorWidth)
  const film = new Film(sceneOf(pictureOf(rig, setup, shot, setup.picture.shutter)), 360, height)
  film.pass(3)
  return frameOf({ width: 360, height, rgba: toneMapped(film) }, { tone: BENCH })
}

export function readerOf(planned: Plan): TakeReader {
  const reader = new TakeReader(planned)
  while (!reader.prepare());
  return reader
}

/** The reading of takes on practice rigs, at delays about the right one. */
function takes(): void {
  console.log(
    '\n| exercise | verdict right | where surer than 60 % | place, rms mm | within 2 mm | where told so | ms a take |',
  )
  console.log('|---|---|---|---|---|---|---|')
  for (const exercise of EXERCISES.filter(({ id }) => !ONLY || ONLY.includes('takes') || ONLY.includes(id))) {
    const setup = exerciseSetup(exercise)
    const planned = plan(setup)
    const reader = readerOf(planned)
    const window = planned.keep.before + planned.keep.after
    const [right, sure]: [number[], number[]] = [[], []]
    const off: { by: number; error: number }[] = []
    let ms = 0
    for (let r = 1; r <= RIGS; r++) {
      const rig = exerciseRig(exercise, r * 31)
      const best = bestDelay(rig, setup)
      for (let k = 1; k <= SHOTS; k++) {
        const delay =
          k === 1 ? (dialOf(planned)?.used ?? 0) : Math.max(0, best + 1.2 * window * (((k * 7919) % 13) / 6 - 1))
        const threshold = soundThreshold(rig, setup)
        const shot = fireRig(rig, setup, k, { delay, threshold, holdOff: 0.5, armed: true, open: true, sincePop: null })
        const frame = photo(rig, setup, shot)
        // Each alone: what a run tells of its takes is in `machine`.
        reader.forget()
        const began = performance.now()
        const reading = reader.read(frame, { id: '', delay, logged: {} })
        ms += performance.now() - began
        const same = Number(reading.verdict === shot.verdict || reading.verdict === seenAs(shot))
        right.push(same)
        if (reading.sure >= 0.6) sure.push(same)
        if (placeTells(planned) && shot.past !== null && reading.past !== null && shot.verdict !== 'missed')
          off.push({ by: (reading.past - shot.past) * 1000, error: (reading.pastError ?? 0) * 1000 })
      }
    }
    const rms = off.length === 0 ? '–' : Math.sqrt(mean(off.map(({ by }) => by * by))).toFixed(2)
    const near = (those: typeof off): string =>
      those.length === 0
        ? '–'
        : `${percent(mean(those.map(({ by }) => Number(Math.abs(by) <= NEAR))))} of ${those.length}`
    const told = near(off.filter(({ error }) => error <= NEAR))
    const called = `${percent(mean(right))} of ${right.length} | ${percent(mean(sure))} of ${sure.length}`
    console.log(`| ${exercise.id} | ${called} | ${rms} | ${near(off)} | ${told} | ${(ms / right.length).toFixed(0)} |`)
  }
}

/** Files by people who want the readers to fail, none of whose code is the stand-ins': figures and their truth. */
const HARD: Record<string, (seed: number) => { files: LabInput[]; settings: LabSettings; truth: [string, number][] }> =
  {
    trace: seed => {
      const { file, t05, t01 } = hardTrace(seed)
      return {
        files: [file],
        settings: { power: 1 / 16, coupling: 'auto' },
        truth: [
          ['t05', t05],
          ['t01', t01],
        ],
      }
    },
    streak: seed => {
      const { file, length } = hardStreak(seed)
      return { files: [file], settings: { way: 'right', diameter: 0.02 }, truth: [['pixels', length]] }
    },
    sync: seed => {
      const { files, settings, travel, lag } = hardSync(seed)
      return {
        files,
        settings,
        truth: [
          ['travel', travel],
          ['lag', lag],
        ],
      }
    },
    speed: seed => {
      const { file, settings, speed } = hardShots(seed)
      return { files: [file], settings, truth: [['speed', speed]] }
    },
  }

/** Coverage on hard files, told apart from that on easy ones. */
function hardCoverageOf(tool: LabTool): string[] {
  const hard = HARD[tool.id]
  if (!hard) return []
  const rows = new Map<string, Row & { doubted: number }>()
  for (let seed = 1; seed <= FILES; seed++) {
    const { files, settings, truth } = hard(seed)
    const reading = readLab(tool, files, settings, [])
    for (const [id, real] of truth) {
      const row = rows.get(id) ?? { off: [], z: [], doubted: 0 }
      rows.set(id, row)
      const told = reading.figures.find(one => one.id === id)
      if (told?.value == null || told.bound || !reading.trusted) row.doubted++
      else {
        row.off.push((told.value / real - 1) * 100)
        if (told.error) row.z.push(Math.abs(told.value - real) / told.error)
      }
    }
  }
  return [...rows].map(([id, { off, z, doubted }]) => {
    const share = (errors: number): string => percent(mean(z.map(value => Number(value <= errors))))
    const worst = Math.max(...off.map(Math.abs))
    const held = `${share(1)} | ${share(2)} | ${doubted} of ${FILES} not trusted`
    return `| ${tool.id}, hard | ${id} | ${mean(off).toFixed(2)} | worst ${worst.toFixed(1)} % | ${held} | |`
  })
}

/** What the Lab's tools read in stand-ins, against their truth; then what is read of takes. */
export function labBench(): void {
  console.log('| tool | figure | bias | scatter | within 1 error | within 2 | files | time |')
  console.log('|---|---|---|---|---|---|---|---|')
  for (const tool of LAB_TOOLS)
    if (!ONLY || ONLY.includes(tool.id))
      for (const line of [...coverageOf(tool), ...hardCoverageOf(tool)]) console.log(line)
  takes()
}
