import { shoots } from '../defaults/typical'
import type { Call, Setup } from '../setup/types'

/** Who gives a call where the set-up names nobody else for it. */
type UsualRole = 'lead' | 'shutter' | 'action'

/** One step of a take in the dark: who does it, what is called, what is done. */
export interface RunStep {
  id: Call
  /** A role, or the name of who has it. */
  role: string
  call: string
  text: string
}

/** What must be ready: only what this set-up has. */
function readyText({ trigger, flashes }: Pick<Setup, 'trigger' | 'flashes'>): string {
  const dialled = trigger === 'sensor' ? '; delay dialled' : ''
  return `Everyone in place${dialled}${flashes.length > 0 ? '; flashes ready' : ''}.`
}

/** Everyone with a call of their own, in the order in which they are first heard. */
export const rolesOf = (steps: readonly RunStep[]): string[] => [...new Set(steps.map(step => step.role))]

/** The steps of one take in order, by method and by what is at stake, each with who gives the call. */
export function stepsOf(setup: Setup): RunStep[] {
  const open = setup.method === 'open-shutter'
  const launcher = shoots(setup.action.kind)
  const acts: Record<Setup['action']['kind'], string> = {
    launcher: 'Load and fire',
    catapult: 'Draw and let go',
    pin: 'Pin',
    release: 'Let go',
    pour: 'Pour',
    throw: 'Throw',
    hand: 'Go',
    toss: 'Toss',
    swing: 'Go',
    run: 'Go',
    spin: 'Spin up',
  }
  const steps: ((RunStep & { role: UsualRole }) | false)[] = [
    { id: 'ready', role: 'lead', call: 'Ready?', text: readyText(setup) },
    open && { id: 'lights-out', role: 'lead', call: 'Lights out', text: 'Room lights off. Nobody moves from now on.' },
    launcher && {
      id: 'eyes',
      role: 'lead',
      call: 'Eyes',
      text: 'Eye protection on, everyone behind cover. Everyone answers.',
    },
    launcher && {
      id: 'clear',
      role: 'lead',
      call: 'Clear',
      text: 'Nobody behind the backstop, nobody in the line of fire. Everyone answers.',
    },
    open && { id: 'open', role: 'shutter', call: 'Open', text: 'Shutter open.' },
    setup.trigger === 'sensor' && {
      id: 'arm',
      role: 'lead',
      call: 'Armed',
      text: 'Controller armed; nobody touches the rig.',
    },
    {
      id: 'act',
      role: 'action',
      call: acts[setup.action.kind],
      text:
        setup.trigger === 'burst'
          ? 'Start the burst first; act when you hear it.'
          : setup.trigger === 'hand'
            ? 'Start the action and press the button together, on the count.'
            : 'On the call, not before.',
    },
    open && { id: 'close', role: 'shutter', call: 'Closed', text: 'Shutter closed; controller safe.' },
    launcher && {
      id: 'lights-on',
      role: 'lead',
      call: 'Unloaded, lights on',
      text: 'Unload and call it, then lights on.',
    },
    open && !launcher && { id: 'lights-on', role: 'lead', call: 'Lights', text: 'Room lights on.' },
    { id: 'judge', role: 'lead', call: 'Look', text: 'Early, on or late? Sharp, exposed, clean?' },
    {
      id: 'reset',
      role: 'action',
      call: 'Reset',
      text: 'Work through the reset list, then go again. Change one thing only.',
    },
  ]
  return steps.flatMap(step => (step === false ? [] : [{ ...step, role: setup.crew[step.id].trim() || step.role }]))
}
