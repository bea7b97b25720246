import { type Said, said, named, count } from '../plan/findings/types'
import { deviationOf, meanOf } from './statistics'
import type { Export, LabFigure, LabReading, LabTool } from './types'

/** What is known of a figure from several files: its mean, and how it scatters from file to file. */
function together(all: readonly LabFigure[]): LabFigure[] {
  const told = all.filter(figure => figure.value !== null && !figure.bound)
  const first = all[0]!
  if (told.length < 2) return [first]
  const values = told.map(figure => figure.value!)
  const scatter = deviationOf(values)!
  const errors = told.flatMap(figure => (figure.error === null ? [] : [figure.error]))
  const n = values.length
  return [
    // What is wrong with the way of reading is wrong in every file: only the scatter evens out.
    {
      ...first,
      value: meanOf(values),
      error: Math.hypot(errors.length > 0 ? meanOf(errors) : 0, scatter / Math.sqrt(n)),
    },
    {
      ...first,
      id: `${first.id}-scatter`,
      label: 'lab.batch.fileFileSpread',
      value: scatter,
      error: scatter / Math.sqrt(2 * (n - 1)),
      ...(first.quantity === 'stops' ? { unit: 'unsigned' } : {}),
    },
  ]
}

/** Limits of several files, each told once. */
const eachOnce = (limits: readonly Said[]): Said[] => [
  ...new Map(limits.map(limit => [JSON.stringify(limit), limit])).values(),
]

/** What a file gives, with the mean of several in place of its own figure. */
function givenMean(give: Export, { value, error }: LabFigure): Export {
  if (value === null) return give
  if (give.to === 'evidence') return { ...give, value, error: error ?? give.error }
  if (give.to !== 'kit-row') return give
  return { ...give, t01: value, error: error === null ? give.error : error / value }
}

/**
 * A tool of one file that reads several: each on its own, then their mean and scatter.
 *
 * @param main figure that the tool is about
 */
export function batched<T extends Omit<LabTool, 'sample'>>(tool: T, main: string): T {
  const read: LabTool['read'] = (files, settings, marks) => {
    const each = files.map((file, i) =>
      tool.read(
        [file],
        settings,
        marks.flatMap(mark => (mark.file === i ? [{ ...mark, file: 0 }] : [])),
      ),
    )
    const first = each[0]!
    if (each.length === 1) return first
    const trusted = each.filter(reading => reading.trusted)
    const figures = trusted.flatMap(reading => reading.figures.filter(figure => figure.id === main))
    if (figures.length === 0) return { ...first, rows: rowsOf(each, files, main), marks: marksOf(each) }
    const [mean, ...scatter] = together(figures)
    return {
      figures: [mean!, ...scatter],
      marks: marksOf(each),
      rows: rowsOf(each, files, main),
      limits: [
        ...eachOnce(each.flatMap(reading => reading.limits)),
        ...(trusted.length < each.length
          ? [said('lab.batch.leftOut', { out: count(each.length - trusted.length), all: count(each.length) })]
          : []),
      ],
      trusted: true,
      gives: trusted[0]!.gives.map(give => givenMean(give, mean!)),
    }
  }
  return { ...tool, read }
}

const marksOf = (each: readonly LabReading[]): LabReading['marks'] =>
  each.flatMap((reading, file) => reading.marks.map(mark => ({ ...mark, file })))

const rowsOf = (each: readonly LabReading[], files: readonly { name: string }[], main: string): LabReading['rows'] =>
  each.map((reading, file) => ({
    name: reading.trusted ? named(files[file]!.name) : said('lab.batch.notRead', { file: named(files[file]!.name) }),
    file,
    figures: reading.figures.filter(figure => figure.id === main),
  }))
