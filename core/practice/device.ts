import { known } from '../defaults/typical'
import type { Setup } from '../setup/types'
import { recharged } from './world/light'
import type { PracticeRig } from './rig'
import { type BenchShot, fireRig, thresholdOf } from './shot'

/** Version of the device interface (docs/device-interface.md). */
export const INTERFACE = 1
/** Longest line taken. */
export const LONGEST_LINE = 200

/** A frame the bench's camera has exposed, to be drawn and delivered. */
export interface BenchExposure {
  shot: BenchShot
  /** s the shutter was open. */
  openFor: number
}

/** The device's answer: lines of text and its next state. */
export interface Answer {
  lines: string[]
  /** Made by this line, whether or not a frame comes of it. */
  shot?: BenchShot
  exposure?: BenchExposure
}

/**
 * Everything the bench remembers from line to line; plain data, so that any process can take the next line. SI units.
 */
export interface DeviceState {
  delay: number
  threshold: number
  holdOff: number
  armed: boolean
  /** s on the clock of the lines; null: shut, and not set off yet. */
  openedAt: number | null
  poppedAt: number | null
  /** Shots made. */
  fired: number
  /** The shot made while the shutter is open. */
  pending: BenchShot | null
}

const DIALS: Record<string, { key: 'delay' | 'threshold' | 'holdOff'; min: number; max: number }> = {
  'delay': { key: 'delay', min: -10, max: 10_000 },
  'threshold': { key: 'threshold', min: 0.000001, max: 1000 },
  'hold-off': { key: 'holdOff', min: 0, max: 60 },
}

/** After this the bench's camera shuts by itself, s. */
const LONGEST_OPEN = 600

/** The bench as it is switched on. */
export function switchedOn(setup: Setup): DeviceState {
  return {
    delay: setup.trigger === 'hand' ? -(setup.hand.lead ?? 0) : (setup.delay ?? 0),
    threshold: thresholdOf(setup),
    holdOff: setup.controller.holdOff,
    armed: false,
    openedAt: null,
    poppedAt: null,
    fired: 0,
    pending: null,
  }
}

/**
 * The practice bench as a device: sensor, controller, flashes, camera and whatever lets the action go, behind lines of
 * text. It holds no clock: each
 * line comes with the time it arrived at. Numbers are SI units. What it really does is hidden; it answers what real
 * devices would.
 */
export class PracticeDevice {
  /**
   * @param rig as drawn
   * @param setup as it stands: lights and camera are set there
   * @param state as it was left
   * @param stock props given; each action costs one
   */
  constructor(
    private readonly rig: PracticeRig,
    private readonly setup: Setup,
    readonly state: DeviceState,
    private readonly stock = Infinity,
  ) {}

  /** Takes one line at a time, s on any clock that runs on; gives what the device says. */
  take(line: string, at: number): Answer {
    if (line.length > LONGEST_LINE) return error('line too long')
    const [word = '', ...args] = line.trim().split(/\s+/)
    switch (word.toUpperCase()) {
      case 'HELLO':
        return args[0] === String(INTERFACE)
          ? say(`OK ${INTERFACE} practice sensor controller flash camera action`)
          : error(`speaks version ${INTERFACE}`)
      case 'SET':
        return this.set(args)
      case 'STATUS':
        return say(this.status(at))
      case 'ARM':
        this.state.armed = true
        return say('OK', 'EVENT armed')
      case 'SAFE':
        this.state.armed = false
        return say('OK', 'EVENT safe')
      case 'SHUTTER':
        return this.shutter(args[0]?.toUpperCase(), at)
      case 'ACT':
        return this.act(at)
      case '':
        return { lines: [] }
      default:
        return error(`unknown command ${word.slice(0, 20)}`)
    }
  }

  private set([name = '', text = '']: string[]): Answer {
    const dial = DIALS[name]
    if (!dial) return error(`unknown setting ${name.slice(0, 20)}`)
    const value = Number(text)
    if (text === '' || !Number.isFinite(value) || value < dial.min || value > dial.max)
      return error(`${name} from ${dial.min} to ${dial.max}`)
    this.state[dial.key] = value
    return say('OK')
  }

  private recycle(): number {
    return recharged(known(this.setup))
  }

  private status(at: number): string {
    const charging = this.state.poppedAt === null ? 0 : Math.max(0, this.recycle() - (at - this.state.poppedAt))
    return (
      `STATUS armed=${this.state.armed ? 1 : 0} shutter=${this.state.openedAt === null ? 'closed' : 'open'} ` +
      `charging=${charging.toFixed(2)} shots=${this.state.fired} delay=${this.state.delay} ` +
      `threshold=${this.state.threshold} hold-off=${this.state.holdOff}`
    )
  }

  private shutter(what: string | undefined, at: number): Answer {
    if (what !== 'OPEN' && what !== 'CLOSE') return error('SHUTTER OPEN or SHUTTER CLOSE')
    if (this.setup.method !== 'open-shutter')
      return error('this camera is triggered by the controller; SHUTTER is for the open-shutter method')
    if (what === 'OPEN') {
      if (this.state.openedAt !== null) return error('open already')
      this.state.openedAt = at
      return say('OK', 'EVENT shutter open')
    }
    if (this.state.openedAt === null) return error('closed already')
    const openFor = Math.min(LONGEST_OPEN, at - this.state.openedAt)
    this.state.openedAt = null
    const shot = this.state.pending
    this.state.pending = null
    // Closed on nothing the frame is thrown away.
    return { lines: ['OK', 'EVENT shutter closed'], ...(shot ? { exposure: { shot, openFor } } : {}) }
  }

  /**
   * Lets the action go. With the shutter open the frame comes when it is closed; else the chain opens it and the frame
   * comes at once.
   */
  private act(at: number): Answer {
    if (this.state.pending) return error('this frame is already exposed: close the shutter first')
    if (this.state.fired >= this.stock) return error('no props left')
    const open = this.state.openedAt !== null
    const shot = this.fire(at)
    const lines =
      shot.heard === 'click' ? ['OK', 'EVENT trigger', 'EVENT light', 'EVENT action'] : ['OK', 'EVENT action']
    if ((shot.heard === 'event' || shot.heard === 'hand') && shot.dark !== 'charging')
      lines.push('EVENT trigger', 'EVENT light')
    else if (shot.dark === 'charging') lines.push('EVENT trigger', 'EVENT not charged')
    if (this.setup.method === 'open-shutter') {
      if (open) this.state.pending = shot
      return { lines, shot }
    }
    const released = shot.captured !== null
    return { lines, shot, ...(released ? { exposure: { shot, openFor: this.setup.picture.shutter } } : {}) }
  }

  private fire(at: number): BenchShot {
    this.state.fired++
    const shot = fireRig(this.rig, this.setup, this.state.fired, {
      delay: this.state.delay,
      threshold: this.state.threshold,
      holdOff: this.state.holdOff,
      armed: this.state.armed,
      open: this.state.openedAt !== null || this.setup.method !== 'open-shutter',
      sincePop: this.state.poppedAt === null ? null : at - this.state.poppedAt,
    })
    if (shot.heard !== null && shot.dark !== 'charging') this.state.poppedAt = at
    return shot
  }
}

const say = (...lines: string[]): Answer => ({ lines })
const error = (why: string): Answer => say(`ERROR ${why}`)
