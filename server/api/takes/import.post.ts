import { completeImport, logImportSchema } from '../../../shared/schemas/logImport'
import { importLog } from '../../services/logImport'
import { RATES, countCall } from '../../services/rates'

/** Set-ups are some 30 kB each, and takes under one. */
const LARGEST = 6 * 1024 * 1024

export default leadRoute(async ({ event, db, studioId, sessionId, memberId }) => {
  await countCall(db, RATES.import, sessionId)
  return importLog(db, studioId, await readInput(event, logImportSchema, completeImport, LARGEST), memberId)
})
