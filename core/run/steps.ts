import { shoots } from '../defaults/typical'
import type { Call, Setup } from '../setup/types'

/** Who gives a call where the set-up names nobody else for it. */
type UsualRole = 'lead' | 'shutter' | 'action'

/** What is called by its id; its words stand in `shared/texts/run.ts`. */
export type CallText = `call.${string}`
/** What is done at a call by its id. */
export type StepText = `step.${string}`

/** One step of a take in the dark: who does it, what is called, what is done. */
export interface RunStep {
  id: Call
  /** A role, or the name of who has it. */
  role: string
  call: CallText
  text: StepText
}

/** What must be ready: only what this set-up has. */
const readyText = ({ trigger, flashes }: Pick<Setup, 'trigger' | 'flashes'>): StepText =>
  trigger === 'sensor'
    ? flashes.length > 0
      ? 'step.readyDialledFlashes'
      : 'step.readyDialled'
    : flashes.length > 0
      ? 'step.readyFlashes'
      : 'step.ready'

/** Everyone with a call of their own, in the order in which they are first heard. */
export const rolesOf = (steps: readonly RunStep[]): string[] => [...new Set(steps.map(step => step.role))]

/** The steps of one take in order, by method and by what is at stake, each with who gives the call. */
export function stepsOf(setup: Setup): RunStep[] {
  const open = setup.method === 'open-shutter'
  const launcher = shoots(setup.action.kind)
  const acts: Record<Setup['action']['kind'], CallText> = {
    launcher: 'call.launcher',
    catapult: 'call.catapult',
    pin: 'call.pin',
    release: 'call.release',
    pour: 'call.pour',
    throw: 'call.throw',
    hand: 'call.hand',
    toss: 'call.toss',
    swing: 'call.swing',
    run: 'call.run',
    spin: 'call.spin',
  }
  const steps: ((RunStep & { role: UsualRole }) | false)[] = [
    { id: 'ready', role: 'lead', call: 'call.ready', text: readyText(setup) },
    open && { id: 'lights-out', role: 'lead', call: 'call.lightsOut', text: 'step.lightsOut' },
    launcher && { id: 'eyes', role: 'lead', call: 'call.eyes', text: 'step.eyes' },
    launcher && { id: 'clear', role: 'lead', call: 'call.clear', text: 'step.clear' },
    open && { id: 'open', role: 'shutter', call: 'call.open', text: 'step.open' },
    setup.trigger === 'sensor' && { id: 'arm', role: 'lead', call: 'call.armed', text: 'step.armed' },
    {
      id: 'act',
      role: 'action',
      call: acts[setup.action.kind],
      text:
        setup.trigger === 'burst' ? 'step.actBurst' : setup.trigger === 'hand' ? 'step.actByHand' : 'step.actOnCall',
    },
    open && { id: 'close', role: 'shutter', call: 'call.closed', text: 'step.closed' },
    launcher && { id: 'lights-on', role: 'lead', call: 'call.unloaded', text: 'step.unloaded' },
    open && !launcher && { id: 'lights-on', role: 'lead', call: 'call.lights', text: 'step.lights' },
    { id: 'judge', role: 'lead', call: 'call.look', text: 'step.look' },
    { id: 'reset', role: 'action', call: 'call.reset', text: 'step.reset' },
  ]
  return steps.flatMap(step => (step === false ? [] : [{ ...step, role: setup.crew[step.id].trim() || step.role }]))
}
