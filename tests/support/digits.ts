/** Dates and clocks are no measures. */
const NO_MEASURE = /\d{4}-\d{2}-\d{2}|\d{1,2}:\d{2}(?::\d{2})?/g
const NUMBER = /(?<![\w.])\d+(?:\.\d+)?(?![\w]*-\w)/g

const significant = (number: string): number => {
  const digits = number.replace('.', '').replace(/^0+/, '')
  return (number.includes('.') ? digits : digits.replace(/0+$/, '')).length
}

/** Numbers of a text with more than four significant digits. */
export const tooLong = (text: string): string[] =>
  (text.replace(NO_MEASURE, '').match(NUMBER) ?? []).filter(number => significant(number) > 4)
