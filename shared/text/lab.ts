import type { LabFigure, LabMark, LabReading, LabRow } from '../../core/lab'
import { LAB_TEXTS } from '../texts/lab'
import { READING_TEXTS } from '../texts/takeReading'
import type { System } from '../units'
import { tellerOf } from './teller'

/** Tells the texts of the Lab. */
export const LAB = tellerOf({ ...LAB_TEXTS, ...READING_TEXTS })

const figureInWords = (figure: LabFigure) => ({ ...figure, label: LAB.tell(figure.label) })
const markInWords = ({ figures = {}, ...mark }: LabMark) => ({ ...mark, label: LAB.tell(mark.label, figures) })
const rowInWords = (row: LabRow, system: System) => ({
  ...row,
  name: LAB.told(row.name, system),
  figures: row.figures.map(figureInWords),
})

/** A reading with everything it says in words, as the command line prints it. */
export const readingInWords = (reading: LabReading, system: System = 'metric') => ({
  ...reading,
  figures: reading.figures.map(figureInWords),
  marks: reading.marks.map(markInWords),
  rows: reading.rows.map(row => rowInWords(row, system)),
  limits: reading.limits.map(limit => LAB.told(limit, system)),
  gives: reading.gives.map(give => ({
    ...give,
    label: LAB.tell(give.label),
    ...(give.to === 'take' ? { note: give.note ? LAB.told(give.note, system) : '' } : {}),
  })),
})
