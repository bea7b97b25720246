import { completeImport, logImportSchema } from '../../../shared/schemas/logImport'
import { importLog } from '../../services/logImport'

/** Set-ups are some 30 kB each, and takes under one. */
const LARGEST = 8 * 1024 * 1024

export default studioRoute(async ({ event, db, studioId }) => importLog(db, studioId, await readInput(event, logImportSchema, completeImport, LARGEST)))
