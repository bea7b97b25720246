import type { Quantity, Wire } from '../../core'
import type { FormatOptions } from '../units'

/** Writes a figure out in the reader's units. */
type Show = (value: number, quantity: Quantity, options?: FormatOptions) => string

/** How two pieces of gear are joined. */
export const joinText = ({ kind, length }: Pick<Wire, 'kind' | 'length'>, show: Show): string =>
  kind === 'cable'
    ? `cable, ${show(length ?? 0, 'length', { unit: 'm' })}`
    : { radio: 'radio', optical: 'optical slave', shoe: 'hot shoe' }[kind]

/** A join of the wiring, on one line. */
export const wireText = (wire: Wire, show: Show): string => `${wire.from} to ${wire.to}: ${joinText(wire, show)}`
