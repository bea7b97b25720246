import { servicesWords } from '~~/shared/texts/pages/services'

/** How long what was said of a copy stands, ms. */
const STANDS = 3000

/** Copies a text to the clipboard, and says for a while whether that went. */
export function useCopied() {
  const copied = ref('')
  async function copy(text: string, said = 'Copied'): Promise<void> {
    try {
      await navigator.clipboard.writeText(text)
      copied.value = said
    } catch {
      copied.value = servicesWords('useCopied.browserDidNotAllow')
    }
    setTimeout(() => {
      copied.value = ''
    }, STANDS)
  }
  return { copied, copy }
}
