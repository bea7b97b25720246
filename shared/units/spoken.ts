/** Numbers up to nineteen, tens, and what they are multiplied by, as they are said. */
const ONES = (
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen ' +
  'eighteen nineteen'
).split(' ')
const TENS = ['twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety']
const PARTS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  halves: 1 / 2,
  third: 1 / 3,
  thirds: 1 / 3,
  quarter: 1 / 4,
  quarters: 1 / 4,
  fifth: 1 / 5,
  eighth: 1 / 8,
  tenth: 1 / 10,
  tenths: 1 / 10,
  sixteenth: 1 / 16,
}
const PART = Object.keys(PARTS).join('|')
const ONE = ONES.join('|')
const TEN = TENS.join('|')

const WHOLE = new RegExp(
  String.raw`^(?:(?:a\s+)?(couple(?:\s+of)?|dozen)|(?:(${TEN})(?:[\s-](${ONE}))?|(${ONE})|an?))` +
    String.raw`(?:\s+(hundred|thousand))?\b`,
  'i',
)
const FRACTION = new RegExp(String.raw`^(?:(an?|${ONE})\s+)?(${PART})\b(?:\s+of)?(?:\s+an?\b)?`, 'i')
const AND_PART = new RegExp(String.raw`^\s+and\s+(?:(an?|${ONE})\s+)?(${PART})\b`, 'i')
const POINT = new RegExp(String.raw`^(?:\s*)point((?:\s+(?:${ONE}))+)\b`, 'i')

const ofOne = (word: string | undefined): number => {
  const at = ONES.indexOf((word ?? 'a').toLowerCase())
  return at < 0 ? 1 : at
}

function ofWhole([, group, ten, one, only, times]: RegExpExecArray): number {
  const base = group
    ? /dozen/i.test(group)
      ? 12
      : 2
    : ten
      ? 10 * (TENS.indexOf(ten.toLowerCase()) + 2) + (one ? ofOne(one) : 0)
      : ofOne(only)
  return base * (times ? (/thousand/i.test(times) ? 1000 : 100) : 1)
}

const digitsAfterPoint = (words: string): number =>
  Number(
    `0.${words
      .trim()
      .split(/\s+/)
      .map(word => ofOne(word))
      .join('')}`,
  )

/**
 * A number in words at the head of a text: `five`, `twenty-five`, `half a`, `one and a half`, `three quarters of a`,
 * `two point five`, `a dozen`. A bare `a` is one.
 *
 * @returns the number and what follows it; null where none begins there
 */
export function takeSpoken(text: string): { value: number; rest: string } | null {
  const point = POINT.exec(text)
  if (point) return { value: digitsAfterPoint(point[1]!), rest: text.slice(point[0].length).trim() }
  const fraction = FRACTION.exec(text)
  if (fraction)
    return {
      value: ofOne(fraction[1]) * PARTS[fraction[2]!.toLowerCase()]!,
      rest: text.slice(fraction[0].length).trim(),
    }
  const whole = WHOLE.exec(text)
  if (!whole) return null
  const value = ofWhole(whole)
  const rest = text.slice(whole[0].length)
  const more = AND_PART.exec(rest)
  if (more)
    return { value: value + ofOne(more[1]) * PARTS[more[2]!.toLowerCase()]!, rest: rest.slice(more[0].length).trim() }
  const decimals = POINT.exec(rest)
  return decimals
    ? { value: value + digitsAfterPoint(decimals[1]!), rest: rest.slice(decimals[0].length).trim() }
    : { value, rest: rest.trim() }
}
