/** The day it is here, yyyy-mm-dd: at night, when people shoot, another one than in Greenwich. */
export function localDay(now = new Date()): string {
  const two = (value: number): string => String(value).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}
