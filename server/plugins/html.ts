import { getCookie } from 'h3'

/**
 * Every inline script of the page carries the answer's nonce, so that the policy needs no unsafe-inline; and the look
 * chosen last is on
 * the root element from the first byte, so that nothing white flashes up in the dark.
 */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    delete response.headers?.['x-powered-by']
  })
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = event.context.nonce as string
    const mark = (chunks: string[]) =>
      chunks.map(chunk => chunk.replace(/<script(?=[\s>])/g, `<script nonce="${nonce}"`))
    html.head = mark(html.head)
    html.bodyPrepend = mark(html.bodyPrepend)
    html.body = mark(html.body)
    html.bodyAppend = mark(html.bodyAppend)
    if (getCookie(event, 'epiro-look') === 'safelight') html.htmlAttrs.push('data-look="safelight"')
  })
})
