/** Days of the week, from Sunday on as the clock counts them, and months. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
]

/**
 * A date, yyyy-mm-dd, as it is said: Wed, 2 December 2026. Written here, as the browser's own writer takes longer to
 * be made than a page may take to draw.
 */
export function longDay(date: string): string {
  const at = new Date(`${date}T12:00:00Z`)
  return `${WEEKDAYS[at.getUTCDay()]}, ${at.getUTCDate()} ${MONTHS[at.getUTCMonth()]} ${at.getUTCFullYear()}`
}
