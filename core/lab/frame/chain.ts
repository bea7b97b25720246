import { said } from '../../plan/findings/types'
import { GRAVITY } from '../../physics/constants'
import { fallTime } from '../../physics/flight'
import { type LabReading, type LabTool, numberOf } from '../types'
import { place } from './place'

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const seen = place.read(files, { ...settings, way: 'down' }, hand)
  const past = seen.figures.find(figure => figure.id === 'past')
  const beam = numberOf(settings, 'beam', NaN)
  if (!past || !Number.isFinite(beam))
    return { ...seen, trusted: false, gives: [], limits: [...seen.limits, said('lab.chain.enterReleaseHeightAbove')] }
  // The mark lies in the beam: what is past it fell on after the beam was met.
  const fallen = beam + past.value!
  if (!(fallen > 0)) return { ...seen, trusted: false, gives: [], limits: [said('lab.chain.dropAppearsAboveRelease')] }
  const latency = fallTime({ height: fallen }) - fallTime({ height: beam })
  const speedThen = Math.sqrt(2 * GRAVITY * fallen)
  const beamError = numberOf(settings, 'beamError', 0.002)
  const error = Math.hypot(
    past.error! / speedThen,
    beamError * Math.abs(1 / speedThen - 1 / Math.sqrt(2 * GRAVITY * beam)),
  )
  const delay = numberOf(settings, 'delay', 0)
  const value = latency - delay
  return {
    ...seen,
    figures: [
      { id: 'latency', label: 'lab.chain.chainLatencyBeamMiddle', value, error, quantity: 'time' },
      { id: 'speed', label: 'lab.chain.dropSpeedWhenCaught', value: speedThen, error: null, quantity: 'speed' },
      ...seen.figures,
    ],
    limits: [...seen.limits, said('lab.chain.dragIgnoredUseDrop')],
    trusted: seen.trusted && value > 0,
    gives: value > 0 ? [{ label: 'lab.chain.useChainLatencySet', to: 'evidence', kind: 'latency', value, error }] : [],
  }
}

/** A drop through the beam at delay 0: latency of the whole chain. */
export const chain: Omit<LabTool, 'sample'> = {
  id: 'chain',
  title: 'lab.chain.chain',
  text: 'lab.chain.letDropFallThrough',
  takes: 'frame',
  least: 2,
  parts: ['lab.chain.theDrop', 'lab.chain.withoutDrop'],
  fields: [
    {
      key: 'beam',
      label: 'lab.chain.dropHeightAboveBeam',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 0.005,
      max: 5,
    },
    {
      key: 'beamError',
      label: 'lab.chain.uncertainty',
      type: 'number',
      quantity: 'length',
      start: 0.002,
      min: 0,
      max: 0.5,
    },
    { key: 'delay', label: 'lab.chain.dialledDelay', type: 'number', quantity: 'time', start: 0, min: 0, max: 10 },
    ...place.fields.filter(field => field.key === 'length' || field.key === 'lengthError'),
  ],
  read,
}
