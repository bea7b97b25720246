import type { CallText, StepText, calibration } from '../../core'

/** What is called in the dark. */
export const CALL_TEXTS: Readonly<Record<CallText, string>> = {
  'call.launcher': 'Load and fire',
  'call.catapult': 'Draw and let go',
  'call.pin': 'Pin',
  'call.release': 'Let go',
  'call.pour': 'Pour',
  'call.throw': 'Throw',
  'call.hand': 'Go',
  'call.toss': 'Toss',
  'call.swing': 'Go',
  'call.run': 'Go',
  'call.spin': 'Spin up',
  'call.ready': 'Ready?',
  'call.lightsOut': 'Lights out',
  'call.eyes': 'Eyes',
  'call.clear': 'Clear',
  'call.open': 'Open',
  'call.armed': 'Armed',
  'call.closed': 'Closed',
  'call.unloaded': 'Unloaded, lights on',
  'call.lights': 'Lights',
  'call.look': 'Look',
  'call.reset': 'Reset',
}

/** What is done at each call. */
export const STEP_TEXTS: Readonly<Record<StepText, string>> = {
  'step.ready': 'Everyone in place.',
  'step.readyDialled': 'Everyone in place; delay dialled.',
  'step.readyFlashes': 'Everyone in place; flashes ready.',
  'step.readyDialledFlashes': 'Everyone in place; delay dialled; flashes ready.',
  'step.lightsOut': 'Room lights off. Nobody moves from now on.',
  'step.eyes': 'Eye protection on, everyone behind cover. Everyone answers.',
  'step.clear': 'Nobody behind the backstop, nobody in the line of fire. Everyone answers.',
  'step.open': 'Shutter open.',
  'step.armed': 'Controller armed; nobody touches the rig.',
  'step.actBurst': 'Start the burst first; act when you hear it.',
  'step.actByHand': 'Start the action and press the button together, on the count.',
  'step.actOnCall': 'On the call, not before.',
  'step.closed': 'Shutter closed; controller safe.',
  'step.unloaded': 'Unload and call it, then lights on.',
  'step.lights': 'Room lights on.',
  'step.look': 'Early, on or late? Sharp, exposed, clean?',
  'step.reset': 'Work through the reset list, then go again. Change one thing only.',
}

/** Why a delay is proposed. */
export const PROPOSAL_TEXTS: Readonly<Record<calibration.ProposalReason, string>> = {
  likeliest: 'most likely on time',
  halves: 'splits the remaining range in half',
}
