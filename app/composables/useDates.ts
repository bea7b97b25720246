/** Days and times as they are written everywhere. */
export function useDates() {
  const format = new Intl.DateTimeFormat('en-GB', {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  })
  /** 2026-11-24 18:30, in the time of this device. */
  function when(instant: string): string {
    const part = Object.fromEntries(format.formatToParts(new Date(instant)).map(({ type, value }) => [type, value]))
    return `${part.year}-${part.month}-${part.day} ${part.hour}:${part.minute}`
  }
  /** 18:30, in the time of this device. */
  const clock = (instant: string): string => when(instant).slice(11)
  return { when, clock }
}
