import type { FlashSetup, Quantity, RunState, Setup } from '../../core'
import type { LostTakes } from '../../core/season'
import type { FormatOptions } from '../units'
import { choiceLabel } from './choices'
import { CAUSE_ADVICE, CAUSE_LABELS } from './season'

/** Writes a figure out in the reader's units. */
type Show = (value: number, quantity: Quantity, options?: FormatOptions) => string

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

/** What fires a set-up, and where it stands. */
function firedBy({ trigger, sensor }: Setup, show: Show): string {
  if (trigger === 'hand') return 'by hand'
  if (trigger === 'burst') return 'by a burst'
  const at = show(sensor.position, 'length', { unit: 'm', figures: 3 })
  const off = show(sensor.offset, 'length', { unit: 'm', figures: 3 })
  switch (sensor.kind) {
    case 'beam':
      return `by a light beam ${at} from the start`
    case 'sound':
      return `by a microphone ${off} away`
    case 'contact':
      return 'by a contact'
    case 'vibration':
      return `by a vibration sensor ${off} away`
    case 'phone':
      return `by a phone ${off} away`
    case 'hand':
      return 'by hand'
    case 'sight':
      return 'by hand, on sight'
    case 'ear':
      return 'by hand, on the sound'
  }
}

/** How it was shot: what fires it, the delay, shutter, aperture and lens, as two sentences. */
export function doneText(setup: Setup, delay: number | null, show: Show): string {
  const { picture, lens, method, flashes } = setup
  const dialled = delay === null ? '' : `, ${show(delay, 'time', { figures: 4 })} later`
  const shutter =
    method === 'open-shutter' ? 'with the shutter open in the dark' : `at ${show(picture.shutter, 'shutter')}`
  const light = flashes.length === 0 ? '' : `, lit by ${count(flashes.length, 'flash', 'flashes')}`
  return (
    `${capital(setup.moment.phase)}, fired ${firedBy(setup, show)}${dialled}, ${shutter}${light}. ` +
    `${show(picture.aperture, 'aperture')}, ISO ${picture.iso}, ${show(lens.focalLength, 'length', { unit: 'mm' })} ` +
    `from ${show(picture.distance, 'length', { unit: 'm', figures: 3 })}.`
  )
}

/** Where a light stands and how it is set, on one line. */
export function lightText(flash: FlashSetup, show: Show): string {
  const name = flash.name || choiceLabel('flashes[].role', flash.role)
  return (
    `${name}: ${choiceLabel('flashes[].head', flash.head).toLowerCase()}, ` +
    `${show(flash.power, 'power')}, ${show(flash.distance, 'length', { unit: 'm', figures: 2 })} ` +
    `at ${show(flash.angle, 'angle')}`
  )
}

/** What a set-up took, against what was planned. */
export interface Took {
  takes: number
  misfires: number
  keepers: number
  wanted: number
  /** How many takes it took to the first keeper; null: none is there. */
  first: number | null
  /** min from the first take to the last, rests left out. */
  minutes: number
  /** Props that nine sessions in ten were said to need, before the first take; null: not said. */
  planned: number | null
}

/** What a set-up took, as a photographer would tell it. */
export function tookText({ takes, misfires, keepers, wanted, first, minutes, planned }: Took): string {
  if (takes === 0) return 'Not shot.'
  const found = first === null ? '' : first === 1 ? ', the very first take among them' : `, the first in take ${first}`
  const used = takes - misfires
  const props =
    planned === null
      ? ''
      : ` ${count(used, 'prop', 'props')} used; ${planned} were planned, enough nine times in ten${
          used > planned ? ', and this was the tenth' : ''
        }.`
  return (
    `${keepers > wanted ? `${keepers} keepers, ${wanted} wanted,` : `${keepers} of ${wanted} keepers`} in ` +
    `${count(takes, 'take', 'takes')}` +
    `${minutes >= 1 ? ` and ${Math.round(minutes)} min` : ''}${keepers > 0 ? found : ''}` +
    `${misfires > 0 ? `; ${count(misfires, 'misfire', 'misfires')}` : ''}.${props}`
  )
}

/** What was learnt, each with its error and how it is known; empty: nothing was. */
export function learntLines(setup: Setup, state: RunState | null, last: number | null, show: Show): string[] {
  const lines: string[] = []
  const found = state?.proposal?.posterior
  if (found && state.used.length > 0)
    lines.push(
      `Best delay ${show(found.delay, 'time', { figures: 4 })} ± ${show(found.uncertainty, 'time', { figures: 2 })}, ` +
        `from ${count(state.used.length, 'take', 'takes')}; it varies by ± ` +
        `${show(found.scatter, 'time', { figures: 2 })} from take to take.`,
    )
  if (state?.fit?.speedError != null)
    lines.push(
      `It flies ${show(state.fit.speed, 'speed')} ± ${show(state.fit.speedError, 'speed', { figures: 2 })}, by where ` +
        'it is in the pictures.',
    )
  if (state?.drift)
    lines.push(
      `It comes ${show(Math.abs(state.drift.perTake), 'time', { figures: 2 })} ` +
        `${state.drift.perTake > 0 ? 'later' : 'earlier'} with each take.`,
    )
  const kept = setup.evidence.filter(({ on }) => on).length
  if (kept > 0) lines.push(`${count(kept, 'reading is', 'readings are')} kept with the set-up.`)
  if (lines.length === 0 && last !== null) lines.push(`The last keeper was at ${show(last, 'time', { figures: 4 })}.`)
  return lines
}

/** What to mend next time: the commonest cause with what to do about it; empty: too little was lost to say. */
export function mendLines({ takes, causes }: LostTakes, review: readonly string[]): string[] {
  const [worst] = causes
  const said =
    worst && worst.takes >= 2 && worst.cause !== 'unsaid'
      ? [
          `${worst.takes} of ${takes} lost takes: ${CAUSE_LABELS[worst.cause].toLowerCase()}. ` +
            CAUSE_ADVICE[worst.cause],
        ]
      : []
  return [...said, ...review]
}

/** A whole shoot in one sentence; empty where nothing was fired. */
export function shootText(
  rows: readonly Pick<Took, 'takes' | 'keepers' | 'wanted'>[],
  share: (value: number) => string,
): string {
  const sum = (of: 'takes' | 'keepers'): number => rows.reduce((total, row) => total + row[of], 0)
  const shot = rows.filter(({ takes }) => takes > 0)
  if (shot.length === 0) return ''
  const whole = shot.filter(({ keepers, wanted }) => keepers >= wanted).length
  return (
    `${count(sum('keepers'), 'keeper', 'keepers')} in ${count(sum('takes'), 'take', 'takes')}: ` +
    `${share(sum('keepers') / sum('takes'))}. ` +
    (whole === shot.length
      ? 'Every set-up has the keepers it was to have.'
      : `${whole} of ${shot.length} set-ups have all their keepers.`)
  )
}
