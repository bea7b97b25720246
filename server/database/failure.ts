const ABSENT = new Set(['ECONNREFUSED', 'ENOTFOUND', 'EAI_AGAIN', 'ETIMEDOUT', 'EHOSTUNREACH', 'ENETUNREACH'])
const REFUSED =
  /^(ER_ACCESS_DENIED|ER_DBACCESS_DENIED|ER_BAD_DB|ER_HOST_|ER_SECURE_TRANSPORT|ER_CON_COUNT|HANDSHAKE_|ERR_TLS_)/

/**
 * Why a database cannot be used, in a sentence for whoever starts Epiro.
 *
 * @param error what a connection or a query was answered with
 * @param address `DATABASE_URL`; its password is never said
 * @returns null for an error that is not of the connection
 */
export function connectionFailure(error: unknown, address: string): string | null {
  const { code = '', message = '' } = error as NodeJS.ErrnoException
  if (message.startsWith('DATABASE_URL')) return message
  const where = URL.canParse(address) ? `The database at ${new URL(address).host}` : 'The database'
  if (ABSENT.has(code)) return `${where} does not answer: ${code}`
  if (!REFUSED.test(code) && !/certificate/i.test(message)) return null
  // A server that wants TLS calls a plain connection a wrong password.
  const hint = address.includes('ssl-mode') ? '' : '; where it wants TLS, add ?ssl-mode=REQUIRED to DATABASE_URL'
  return `${where} refused the connection: ${message}${hint}`
}
