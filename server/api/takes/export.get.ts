import { Readable } from 'node:stream'
import { getQuery, setResponseHeaders } from 'h3'
import { exportKindOf, logQueryFrom, logQuerySchema } from '../../../shared/schemas/log'
import { logFile } from '../../services/logExport'
import { RATES, countCall } from '../../services/rates'
import { serverWords } from '../../../shared/texts/server'

const TYPES = { csv: 'text/csv; charset=utf-8', json: 'application/json; charset=utf-8' } as const

/** The log as a file, streamed: what is cut off before its end is no whole file to whoever gets it. */
export default viewRoute(async ({ event, db, studioId, sessionId }) => {
  const kind = exportKindOf(getQuery(event).format)
  if (!kind)
    throw problem(422, serverWords('export.formatCsvJson'), {
      errors: [{ field: 'format', reason: serverWords('export.csvJson') }],
    })
  await countCall(db, RATES.export, sessionId)
  const query = readQuery(event, logQuerySchema, logQueryFrom, ['format'])
  setResponseHeaders(event, {
    'content-type': TYPES[kind],
    'content-disposition': `attachment; filename="log.${kind}"`,
    'cache-control': 'no-store',
  })
  const stream = Readable.from(logFile(db, studioId, query, kind), { objectMode: false })
  event.node.res.once('close', () => stream.destroy())
  return stream
})
