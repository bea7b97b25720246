import { type H3Event, getQuery, getRequestHeader } from 'h3'
import type { Schema } from 'yup'
import { check } from '../../shared/schemas/validate'
import { problem } from './problem'
import { serverWords } from '../../shared/texts/server'

/** A set-up with every light and table full is under 60 kB. */
const BODY_LIMIT = 256 * 1024

/** ms in which a body must have come. */
const PATIENCE = 30_000

const tooLarge = (limit: number) =>
  problem(
    413,
    serverWords('body.bodyOver', {
      limit:
        limit >= 1024 * 1024
          ? serverWords('body.mb', { limit: limit / 1024 / 1024 })
          : serverWords('body.kb', { limit: limit / 1024 }),
    }),
  )

/** Refuses a body that says itself that it is over the limit. */
export function refuseLarger(event: H3Event, limit: number): void {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > limit) throw tooLarge(limit)
}

/** The raw body, refused as soon as it is over the limit, whatever its headers say. */
async function limitedBytes(event: H3Event, limit: number): Promise<Buffer> {
  refuseLarger(event, limit)
  const chunks: Buffer[] = []
  const until = Date.now() + PATIENCE
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > limit) throw tooLarge(limit)
    if (Date.now() > until) throw problem(408, serverWords('body.requestBodyDidNot'))
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/**
 * The body as JSON held to a schema, `complete` filling in first what older senders leave out: the value, or a 4xx that
 * names field and reason.
 */
export async function readInput<T>(
  event: H3Event,
  schema: Schema<T>,
  complete: (value: unknown) => unknown = value => value,
  limit = BODY_LIMIT,
): Promise<T> {
  if (!/^application\/json\b/i.test(getRequestHeader(event, 'content-type') ?? ''))
    throw problem(415, serverWords('body.sendJson'))
  const text = (await limitedBytes(event, limit)).toString('utf8')
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw problem(400, serverWords('body.bodyNotValidJson'))
  }
  return held(schema, value, complete)
}

/** A value held to a schema: itself, or a 4xx that names field and reason. */
function held<T>(schema: Schema<T>, value: unknown, complete?: (value: unknown) => unknown): T {
  const checked = check(schema, value, complete)
  if ('value' in checked) return checked.value
  const [first] = checked.mistakes
  throw problem(
    422,
    first ? `${first.field ? `${first.field}: ` : ''}${first.reason}` : serverWords('body.invalidInput'),
    { errors: checked.mistakes },
  )
}

/**
 * The query of an address held to a schema: the value, or a 4xx that names field and reason.
 *
 * @param leftOut what the route has read of it itself
 */
export function readQuery<T>(
  event: H3Event,
  schema: Schema<T>,
  from: (raw: Record<string, unknown>) => unknown,
  leftOut: readonly string[] = [],
): T {
  const raw = Object.entries(getQuery(event)).filter(([key]) => !leftOut.includes(key))
  return held(schema, from(Object.fromEntries(raw)))
}
