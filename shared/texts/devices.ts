/** What a device is, from what its browser calls itself. */
export function deviceName(userAgent: string): string {
  if (/^epiro\b/i.test(userAgent)) return 'Epiro on the command line'
  if (/Tablet/.test(userAgent)) return 'Tablet'
  return /Mobile/.test(userAgent) ? 'Phone' : 'Computer'
}
