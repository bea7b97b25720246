import { readFile, stat } from 'node:fs/promises'
import http from 'node:http'
import https from 'node:https'
import { basename, extname } from 'node:path'
import { watch } from 'chokidar'
import { cliWords } from '../shared/texts/cli'

export interface WatchOptions {
  folder: string
  /** Where Epiro answers. */
  server: URL
  setup: string
  /** One-time link's token. */
  token: string
  /** PEM of the certificate to trust, for a server with one of its own. */
  certificate?: string
  /** Whether what lies in the folder already is sent too. */
  all: boolean
  /** ms between tries. */
  retry?: number
  /** Ends the watch. */
  signal?: AbortSignal
  say: (line: string) => void
}

const PICTURES = new Set(['.jpg', '.jpeg', '.png', '.webp'])
/** A file is whole when it has not grown for so long, ms. */
const SETTLED = 400
const RETRY = 2000

interface Answer {
  status: number
  /** ms that the server asks to be left alone. */
  wait: number
  body: { detail?: string; takeId?: string | null; id?: string } | null
  cookie: string | undefined
}

/** Answers after which the same may be taken a little later. */
const AGAIN = new Set([408, 425, 429])
/** Longest that is waited where the server says how long, ms. */
const LONGEST_WAIT = 60_000

/** What cannot be mended by trying again. */
export class Refused extends Error {}

function call(
  options: WatchOptions,
  method: string,
  path: string,
  type: string,
  body: Buffer,
  cookie: string,
): Promise<Answer> {
  const url = new URL(path, options.server)
  return new Promise((resolve, reject) => {
    const request = (url.protocol === 'https:' ? https : http).request(
      url,
      {
        method,
        headers: {
          'content-type': type,
          'content-length': body.length,
          'user-agent': 'epiro watch',
          ...(cookie ? { cookie } : {}),
        },
        // A certificate named by hand is itself the proof; the name on it may be another network's.
        ...(options.certificate ? { ca: options.certificate, checkServerIdentity: () => undefined } : {}),
      },
      response => {
        const chunks: Buffer[] = []
        response
          .on('data', (chunk: Buffer) => chunks.push(chunk))
          .on('end', () => {
            let parsed: Answer['body'] = null
            try {
              parsed = JSON.parse(Buffer.concat(chunks).toString('utf8')) as Answer['body']
            } catch {
              /* an answer without a body says enough by its status */
            }
            resolve({
              status: response.statusCode ?? 0,
              wait: Math.min(LONGEST_WAIT, 1000 * (Number(response.headers['retry-after']) || 0)),
              body: parsed,
              cookie: response.headers['set-cookie']?.[0]?.split(';')[0],
            })
          })
          .on('error', reject)
      },
    )
    request.on('error', reject)
    request.end(body)
  })
}

const pause = (ms: number): Promise<void> =>
  new Promise(resolve => {
    setTimeout(resolve, ms)
  })

/**
 * Asks whether the server answers, before the link is used: it is good once. One that is only starting is waited for.
 *
 * @throws where it cannot be reached
 */
async function untilThere(options: WatchOptions): Promise<void> {
  for (let said = false; !(options.signal?.aborted ?? false); said = true) {
    const { status } = await call(options, 'GET', '/api/health', 'application/json', Buffer.alloc(0), '')
    if (status < 500 && !AGAIN.has(status)) return
    if (!said) options.say(cliWords('watch.notReadyYetTrying', { origin: options.server.origin }))
    await pause(options.retry ?? RETRY)
  }
}

/** Signs in with a one-time link; gives the cookie. */
async function signIn(options: WatchOptions): Promise<string> {
  await untilThere(options)
  const answer = await call(
    options,
    'POST',
    '/api/session',
    'application/json',
    Buffer.from(JSON.stringify({ token: options.token })),
    '',
  )
  if (answer.status !== 200 || !answer.cookie)
    throw new Refused(answer.body?.detail ?? cliWords('watch.serverReportedError', { status: answer.status }))
  return answer.cookie
}

/**
 * Sends each picture that appears in a folder to a set-up, where it goes to the take of its time. A server that is away
 * is tried again; a picture sent
 * twice is kept once. Ends with the signal.
 */
export async function watchFolder(options: WatchOptions): Promise<void> {
  const cookie = await signIn(options)
  const waiting: string[] = []
  let busy = false
  const ended = (): boolean => options.signal?.aborted ?? false

  async function send(file: string): Promise<void> {
    const found = await Promise.all([readFile(file), stat(file)]).catch(({ code, message }: NodeJS.ErrnoException) => {
      options.say(
        cliWords('watch.skipped', { file: basename(file), code: code === 'ENOENT' ? cliWords('watch.gone') : message }),
      )
      return null
    })
    if (!found) return
    const [body, { mtime }] = found
    const query = new URLSearchParams({
      name: basename(file).slice(0, 200),
      written: mtime.toISOString(),
      zone: String(-mtime.getTimezoneOffset()),
    })
    for (;;) {
      const answer = await call(
        options,
        'POST',
        `/api/setups/${options.setup}/pictures?${query.toString()}`,
        'application/octet-stream',
        body,
        cookie,
      ).catch((error: Error) => error)
      if (ended()) return
      if (!(answer instanceof Error) && answer.status < 300) {
        options.say(`${basename(file)}: ${answer.body?.takeId ? cliWords('watch.take') : cliWords('watch.waitsTake')}`)
        return
      }
      if (!(answer instanceof Error) && answer.status === 401) throw new Refused(cliWords('watch.linkHasBeenSigned'))
      if (!(answer instanceof Error) && AGAIN.has(answer.status)) {
        await pause(Math.max(options.retry ?? RETRY, answer.wait))
        continue
      }
      if (!(answer instanceof Error) && answer.status < 500) {
        options.say(
          cliWords('watch.notAccepted', { file: basename(file), detail: answer.body?.detail ?? answer.status }),
        )
        return
      }
      options.say(cliWords('watch.serverDoesNotAnswer', { file: basename(file) }))
      await pause(options.retry ?? RETRY)
    }
  }
  const watcher = watch(options.folder, {
    ignoreInitial: !options.all,
    depth: 0,
    awaitWriteFinish: { stabilityThreshold: SETTLED, pollInterval: 100 },
    ignored: path => basename(path).startsWith('.'),
  })
  await new Promise<void>((resolve, reject) => {
    async function drain(): Promise<void> {
      if (busy) return
      busy = true
      while (waiting.length > 0 && !ended()) await send(waiting.shift()!)
      busy = false
    }
    watcher
      .on('add', file => {
        if (!PICTURES.has(extname(file).toLowerCase())) {
          options.say(cliWords('watch.skippedOnlyJpegPng', { file: basename(file) }))
          return
        }
        waiting.push(file)
        void drain().catch(reject)
      })
      .on('error', reject)
      .on('ready', () => options.say(cliWords('watch.watching', { folder: options.folder })))
    options.signal?.addEventListener('abort', () => resolve(), { once: true })
  }).finally(() => watcher.close())
}
