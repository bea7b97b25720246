import { GRAVITY } from '../../physics/constants'
import { fallTime } from '../../physics/flight'
import { type LabReading, type LabTool, numberOf } from '../types'
import { place } from './place'

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const seen = place.read(files, { ...settings, way: 'down' }, hand)
  const past = seen.figures.find(figure => figure.id === 'past')
  const beam = numberOf(settings, 'beam', NaN)
  if (!past || !Number.isFinite(beam))
    return { ...seen, trusted: false, gives: [], limits: [...seen.limits, 'Enter the release height above the beam.'] }
  // The mark lies in the beam: what is past it fell on after the beam was met.
  const fallen = beam + past.value!
  if (!(fallen > 0))
    return {
      ...seen,
      trusted: false,
      gives: [],
      limits: ['The drop appears above its release point: check the release height and the marks.'],
    }
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
      { id: 'latency', label: 'Chain latency, beam to middle of the light', value, error, quantity: 'time' },
      { id: 'speed', label: 'Drop speed when caught', value: speedThen, error: null, quantity: 'speed' },
      ...seen.figures,
    ],
    limits: [...seen.limits, 'Drag is ignored: use a drop or solid ball released less than a metre above the beam.'],
    trusted: seen.trusted && value > 0,
    gives:
      value > 0
        ? [{ label: 'Use this chain latency in the set-up', to: 'evidence', kind: 'latency', value, error }]
        : [],
  }
}

/** A drop through the beam at delay 0: latency of the whole chain. */
export const chain: Omit<LabTool, 'sample'> = {
  id: 'chain',
  title: 'Chain',
  text: 'Let a drop fall through the beam with delay 0. Where it is caught gives the latency of the chain.',
  takes: 'frame',
  least: 2,
  parts: ['the drop', 'without the drop'],
  fields: [
    {
      key: 'beam',
      label: 'Drop height above the beam',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 0.005,
      max: 5,
    },
    { key: 'beamError', label: 'Uncertainty', type: 'number', quantity: 'length', start: 0.002, min: 0, max: 0.5 },
    { key: 'delay', label: 'Dialled delay', type: 'number', quantity: 'time', start: 0, min: 0, max: 10 },
    ...place.fields.filter(field => field.key === 'length' || field.key === 'lengthError'),
  ],
  read,
}
