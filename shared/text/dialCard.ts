import {
  type Finding,
  type FlashSetup,
  type PlayedSessions,
  type Matter,
  type Plan,
  type Quantity,
  type Setup,
  assumedOf,
  cameraSets,
  programmeOf,
  soundDistance,
} from '../../core'
import { type FormatOptions, type System, format } from '../units'
import { fieldName } from './fieldName'
import { flashLevelText } from './flashLevel'
import { keeperLine } from './keeper'
import { named } from './named'
import { tell } from './figures'

const SEVERITY = { error: 'NO-GO', warning: 'WARNING', note: 'NOTE' } as const

function findingLines(finding: Finding, system: System): string[] {
  return [
    `${SEVERITY[finding.severity]}  ${tell(finding.title, finding.figures, system)}`,
    `      ${tell(finding.reason, finding.figures, system)}`,
    ...(finding.fixes.length === 0 && finding.outOfReach
      ? [`      ${tell(finding.outOfReach, finding.figures, system)}`]
      : []),
    ...finding.fixes.map(
      fix =>
        `      → ${tell(fix.label, fix.figures, system)}` +
        (fix.raises.length > 0 ? `  (also causes: ${fix.raises.join(', ')})` : ''),
    ),
  ]
}

/** The row of a dial card that has to be played first. */
export const PROPS_ROW = 'Props needed'

/** What a microphone hears, as a place to measure from. */
export const SOUND_OF: Readonly<Record<Setup['sensor']['source'], string>> = {
  start: 'the start',
  impact: 'the impact',
  floor: 'the floor',
  bounce: 'the bounce',
}

/** Said of props where no take can be a keeper. */
const NO_KEEPER = 'none is a keeper as it stands'

/** What is set on each device, in the order it is dialled: label and value. */
export function dialCardRows(
  { setup, keep, keeper, timing, findings }: Plan,
  system: System = 'metric',
  many: PlayedSessions | null = null,
): [string, string][] {
  const show = (value: number, quantity: Quantity, options: FormatOptions = {}): string =>
    format(value, quantity, { system, ...options })
  const { sensor, trigger, picture } = setup
  const place = (): string => {
    switch (sensor.kind) {
      case 'beam':
        return `beam at ${show(sensor.position, 'length', { unit: 'm', figures: 4 })}`
      case 'sound':
        return `microphone ${show(soundDistance(setup), 'length', { unit: 'm' })} from ${SOUND_OF[sensor.source]}`
      case 'contact':
        return `contact at the ${sensor.source}`
      case 'phone':
        return `phone ${show(soundDistance(setup), 'length', { unit: 'm' })} from ${SOUND_OF[sensor.source]}`
      case 'vibration':
        return `vibration sensor ${show(soundDistance(setup), 'length', { unit: 'm' })} from ${SOUND_OF[sensor.source]}`
      case 'hand':
        return 'by hand'
      case 'sight':
        return `pressed on sight of ${SOUND_OF[sensor.source]}`
      case 'ear':
        return `pressed on the sound of ${SOUND_OF[sensor.source]}`
    }
  }
  const keepsUp = (): string => {
    if (setup.flashes.length === 0 || setup.method === 'fast-shutter') return ''
    const slow = findings.some(finding => finding.id === 'burst-recycle')
    return slow ? '; the flash does not keep up' : '; the flash keeps up'
  }
  const early =
    timing.lead === null
      ? ''
      : `, ${show(Math.abs(timing.lead), 'time', { figures: 2 })} ${timing.lead < 0 ? 'after' : 'before'} the moment`
  const fired =
    trigger === 'sensor'
      ? place()
      : trigger === 'hand'
        ? `hand, on the count${early}`
        : `burst, ${show(setup.camera.frameRate, 'rate')}: ` +
          `${show(keep.framesPerEvent ?? 0, 'number', { figures: 2 })} frames per event${keepsUp()}`
  const propsRow = (): string => {
    if (keeper.stop !== null) return NO_KEEPER
    return many === null ? '…' : propsText(setup.goal.keepers, show(setup.goal.confidence, 'share'), many)
  }
  return [
    [trigger === 'sensor' ? 'Sensor' : 'Fired by', fired],
    ...setup.flashes.map((flash): [string, string] => [
      flash.name,
      `${flash.units > 1 ? `${flash.units} × ` : ''}${show(flash.power, 'power')} at ` +
        `${show(flash.distance, 'length', { unit: 'm' })}`,
    ]),
    [
      'Camera',
      `${cameraSets(setup) ? 'automatic, probably ' : ''}${show(picture.aperture, 'aperture')} · ` +
        `${show(picture.iso, 'iso')} · ${show(picture.shutter, 'shutter')}`,
    ],
    [
      'Lens',
      `${show(setup.lens.focalLength, 'length', { unit: 'mm' })} at ${show(picture.distance, 'length', { unit: 'm' })}`,
    ],
    [PROPS_ROW, propsRow()],
  ]
}

/** Assumed figures that are named; the rest are counted. */
const NAMED = 4

/** The assumed figures that matter, as a dial card names them; empty: none does. */
export function assumedText(setup: Setup, assumed: readonly Matter[]): string {
  return named(
    assumed.map(({ path }) => fieldName(setup, path)),
    NAMED,
  )
}

const takesText = (takes: number): string =>
  Math.round(takes) === 1 ? 'the first take is usually on time' : `about ${Math.round(takes)} takes to find the moment`

/** Props to have with what they are made of. */
function propsText(keepers: number, confidence: string, many: PlayedSessions): string {
  if (many.props === null) return `more than can be counted for ${keepers} keepers at ${confidence}`
  return (
    `${many.props} for ${keepers} ${keepers === 1 ? 'keeper' : 'keepers'} at ${confidence}: ` +
    `${takesText(many.toFind)}`
  )
}

const FIRED: Readonly<Record<FlashSetup['fired'], string>> = {
  link: '',
  cable: 'on a cable',
  radio: 'by radio',
  shoe: 'on the camera’s shoe',
  slave: 'by optical slave',
}
const FACES: Readonly<Record<FlashSetup['head'], string>> = {
  bare: '',
  grid: 'grid',
  snoot: 'snoot',
  umbrella: 'umbrella',
  softbox: 'softbox',
  bounced: 'bounced',
  through: 'through paper or a wall',
}

/** How far beside the subject or the ground's middle a light is aimed; empty: straight at it. */
function aimText({ aimAlong, aimAcross, aimOut }: FlashSetup, system: System): string {
  const by = (value: number, forwards: string, back: string): string =>
    value === 0 ? '' : `${format(Math.abs(value), 'length', { system, unit: 'm' })} ${value > 0 ? forwards : back}`
  const said = [
    by(aimAlong, 'forward along the path', 'back along the path'),
    by(aimAcross, 'behind', 'in front'),
    by(aimOut, 'higher', 'lower'),
  ].filter(Boolean)
  return said.length > 0 ? `aimed ${said.join(' and ')}` : ''
}

/** Where a light stands, what shapes it and what fires it. */
function placeText(setup: Setup, flash: FlashSetup, system: System): string {
  const leader = setup.flashes[flash.follows]?.name
  const fired = flash.fired === 'slave' && leader ? `follows ${leader}` : FIRED[flash.fired]
  return [
    flash.role === 'behind' ? 'from behind' : flash.role,
    format(flash.angle, 'angle', { system }),
    flash.elevation === 0 ? '' : `raised ${format(flash.elevation, 'angle', { system })}`,
    FACES[flash.head],
    aimText(flash, system),
    fired,
  ]
    .filter(Boolean)
    .join(', ')
}

/** The dial card with findings, as plain text. */
export function dialCardText(plan: Plan, system: System = 'metric', many: PlayedSessions | null = null): string {
  const show = (value: number, quantity: Quantity, options: FormatOptions = {}): string =>
    format(value, quantity, { system, ...options })
  const { setup, timing, spread, sharpness, exposure, optics } = plan
  const rows: [string, string][] = []
  if (timing.used !== null)
    rows.push(['Delay', `${show(timing.used, 'time', { figures: 5 })}${setup.delay === null ? '' : ' (dialled)'}`])
  if (timing.wanted !== null) rows.push(['  wanted', show(timing.wanted, 'time', { figures: 4 })])
  if (timing.sensed !== null && setup.trigger === 'sensor')
    rows.push(['  sensed', show(timing.sensed, 'time', { figures: 4 })])
  if (timing.moment !== null)
    rows.push(['  moment', `${show(timing.moment, 'time', { figures: 4 })}, ${setup.moment.phase}`])
  const mostly = spread.causes.find(c => c.kind === 'scatter') ?? spread.causes[0]
  rows.push(['Scatter', `±${show(spread.scatter, 'time')}${mostly ? `, mostly ${tell(mostly.say)}` : ''}`])
  if (many !== null) {
    rows.push(['Keeper', keeperLine(plan, many, system)])
    if (plan.keeper.stop === null)
      rows.push([
        'Props',
        `${propsText(setup.goal.keepers, show(setup.goal.confidence, 'share'), many)}; ` +
          `${many.ifAllKept ?? 'more than can be counted'} if every take on time were kept`,
      ])
  }
  rows.push(...dialCardRows(plan, system).filter(([label]) => label !== PROPS_ROW))
  for (const flash of setup.flashes) rows.push([`Position, ${flash.name}`, placeText(setup, flash, system)])
  for (const body of sharpness.bodies.filter(b => b.sharp)) {
    rows.push([
      `Streak, ${body.name.toLowerCase()}`,
      `${show(body.subject, 'length', { unit: 'mm' })} at ${show(body.at, 'speed')}, ` +
        `${show(body.pixels, 'number', { figures: 2 })} px`,
    ])
  }
  const flashes = flashLevelText(plan, system)
  if (flashes) rows.push(flashes)
  rows.push(['Ambient', `${show(exposure.ambient, 'stops')}${exposure.black ? ', black' : ''}`])
  rows.push(['Depth', optics.depth === null ? 'to infinity' : show(optics.depth, 'length', { unit: 'mm' })])
  for (const unit of programmeOf(plan)) {
    const pops =
      unit.count === 1
        ? '1 pop'
        : unit.interval === null
          ? `${unit.count} pops at ${unit.times.map(at => show(at, 'time', { figures: 4 })).join(', ')}`
          : `${unit.count} pops every ${show(unit.interval, 'time', { figures: 4 })}`
    const turn = unit.sets > 1 ? ` ${unit.set} of ${unit.sets}` : ''
    rows.push([
      `Pops, ${unit.name}${turn}`,
      `${show(unit.power, 'power')}, delay ${show(unit.delay, 'time', { figures: 4 })}, ` +
        `${pops}${unit.mode === 'repeating' ? ', repeating mode' : ''}`,
    ])
  }
  const assumed = assumedText(setup, assumedOf(plan.entered))
  if (assumed !== '') rows.push(['Assumed', assumed])
  const width = Math.max(...rows.map(([label]) => label.length)) + 2
  return [
    setup.name,
    '',
    ...rows.map(([label, value]) => `${label.padEnd(width)}${value}`),
    '',
    ...(plan.findings.length > 0
      ? plan.findings.flatMap(finding => findingLines(finding, system))
      : ['No problems found.']),
  ].join('\n')
}
