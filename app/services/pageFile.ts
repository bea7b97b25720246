import { servicesWords } from '~~/shared/texts/pages/services'

/** Bytes as they can stand in a page. */
async function asData(url: string): Promise<string> {
  const blob = await (await fetch(url)).blob()
  return new Promise((done, failed) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result))
    reader.onerror = () => failed(reader.error ?? new Error(servicesWords('pageFile.pictureCouldNotRead')))
    reader.readAsDataURL(blob)
  })
}

/** Every rule that the page is drawn by; sheets of other places say nothing. */
function rulesOf(document: Document): string {
  return [...document.styleSheets]
    .flatMap(sheet => {
      try {
        return [...sheet.cssRules].map(rule => rule.cssText)
      } catch {
        return []
      }
    })
    .filter(rule => !rule.startsWith('@font-face'))
    .join('\n')
}

/**
 * A part of the page as one file that opens anywhere: its pictures within, nothing that loads or runs, nothing to
 * press.
 *
 * @param part what is seen of it
 * @param title of the file
 */
export async function pageFile(part: HTMLElement, title: string): Promise<string> {
  const copy = part.cloneNode(true) as HTMLElement
  copy.querySelectorAll('.no-print, script').forEach(one => one.remove())
  copy.querySelectorAll('details').forEach(one => one.setAttribute('open', ''))
  for (const image of copy.querySelectorAll('img')) {
    image.src = await asData(new URL(image.getAttribute('src') ?? '', location.href).href)
    image.removeAttribute('loading')
  }
  copy.querySelectorAll('a').forEach(link => link.removeAttribute('href'))
  const page = document.implementation.createHTMLDocument(title)
  const style = page.createElement('style')
  style.textContent = `${rulesOf(document)}\nhtml, body { height: auto; overflow: visible; }`
  const charset = page.createElement('meta')
  charset.setAttribute('charset', 'utf-8')
  page.head.prepend(charset)
  page.head.append(style)
  page.documentElement.lang = 'en'
  page.documentElement.className = document.documentElement.className
  page.body.append(copy)
  return `<!doctype html>\n${page.documentElement.outerHTML}\n`
}
