import type { ChainText } from '../../core'

/** What the stages from sensor to light are called, and what spreads a take, within a sentence. */
export const CHAIN_TEXTS: Readonly<Record<ChainText, string>> = {
  'chain.sensor': 'sensor',
  'chain.controller': 'controller',
  'chain.link.cable': 'cable link',
  'chain.link.radio': 'radio link',
  'chain.link.optical': 'optical link',
  'chain.camera': 'shutter lag',
  'chain.flash': 'flash to mid light',
  'chain.shutter': 'to mid exposure',
  'chain.hand': 'press on the count',
  'chain.measured': 'difference from the entered figures',

  'cause.speed-spread': 'speed, take to take',
  'cause.speed-error': 'speed uncertainty',
  'cause.subject-distance': 'distance to subject',
  'cause.sensor-position': 'sensor position',
  'cause.sensor-offset': 'sensor distance from the path',
  'cause.air-temperature': 'air temperature',
  'cause.crack-spread': 'tear speed, take to take',
  'cause.crack-error': 'tear speed uncertainty',
  'cause.wave-error': 'wave speed in the table',
  'cause.loss-spread': 'speed lost, take to take',
  'cause.loss-error': 'speed lost, uncertainty',
  'cause.phase-spread': 'time to the moment, take to take',
  'cause.phase-error': 'time to the moment, uncertainty',
  'cause.hand-flinch': 'average press error',
  'cause.latency-error': 'latency of the chain',

  'spread.noEffect': '{cause}: a small change makes no difference to the timing here',
  'spread.impossible': '{cause}: part of the spread is physically impossible',
  'spread.bends': 'timing is not proportional over this spread',
}
