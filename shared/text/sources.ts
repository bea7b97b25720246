import { type FigureSource, type Matter, type Setup, canBeMarked, sourceOf } from '../../core'
import { assumedText } from './dialCard'
import { fieldName } from './fieldName'
import { named } from './named'

/** Figures of a kind that are named; the rest are counted. */
const NAMED = 6

/**
 * Where the figures of a set-up come from, as a report tells them apart: a line each for what was measured, rated and
 * entered, and for what was assumed and matters.
 *
 * @param matters the assumed figures that matter, the most first
 * @returns lines without their full stop; none for a kind that there is none of
 */
export function sourceLines(setup: Setup, matters: readonly Matter[]): string[] {
  const from = (source: FigureSource): string[] => [
    ...new Set(
      setup.marks
        .filter(mark => mark.from === source && canBeMarked(mark.path) && sourceOf(setup, mark.path).from === source)
        .map(mark => fieldName(setup, mark.path)),
    ),
  ]
  const readings = setup.evidence.filter(entry => entry.on).length
  const measured = [
    ...from('measured'),
    ...(readings > 0 ? [`${readings} ${readings === 1 ? 'measurement' : 'measurements'}`] : []),
  ]
  const lines: [string, string][] = [
    ['Measured', named(measured, NAMED)],
    ['Rated', named(from('rated'), NAMED)],
    ['Entered', named(from('yours'), NAMED)],
    ['Worth checking: assumed, and they matter', assumedText(setup, matters)],
  ]
  return lines.filter(([, text]) => text !== '').map(([kind, text]) => `${kind}: ${text}`)
}
