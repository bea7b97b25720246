import { servicesWords } from '~~/shared/texts/pages/services'

/** What waits on this device for the server; empty: nothing. */
export function unsentText(takes: number, pictures: number): string {
  const parts = [
    takes === 0 ? '' : takes === 1 ? '1 take' : servicesWords('unsentText.takes', { takes }),
    pictures === 0 ? '' : pictures === 1 ? '1 picture' : servicesWords('unsentText.pictures', { pictures }),
  ].filter(Boolean)
  return parts.length === 0 ? '' : servicesWords('unsentText.notSentYetSaved', { parts: parts.join(' and ') })
}
