import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import { getRequestHeader, getResponseHeader, setResponseHeader, setResponseHeaders } from 'h3'

/** Answers from so many bytes on are worth the work. */
const LEAST = 1024
const brotli = promisify(brotliCompress)
const zip = promisify(gzip)
/** As quickly as the smaller one is worth: an answer is made once and read once. */
const QUICK = { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }

/** JSON of the API goes out small, where the browser takes it so; the work is done beside the server's thread. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const { body } = response
    if (!event.path.startsWith('/api/') || body === null || body === undefined || event.method === 'HEAD') return
    const plain = typeof body === 'object' && [Object.prototype, Array.prototype].includes(Object.getPrototypeOf(body))
    if (!plain || getResponseHeader(event, 'content-encoding')) return
    const accepts = getRequestHeader(event, 'accept-encoding') ?? ''
    const way = /\bbr\b/.test(accepts) ? 'br' : /\bgzip\b/.test(accepts) ? 'gzip' : null
    const text = JSON.stringify(body)
    setResponseHeader(event, 'vary', 'accept-encoding')
    if (way === null || text.length < LEAST) return
    response.body = way === 'br' ? await brotli(text, QUICK) : await zip(text)
    setResponseHeaders(event, { 'content-type': 'application/json', 'content-encoding': way })
  })
})
