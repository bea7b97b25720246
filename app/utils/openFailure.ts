import { ApiError } from '~/services/api'

/** Why a set-up could not be opened, in a sentence. */
export function openFailure(error: unknown): string {
  const status = error instanceof ApiError ? error.status : null
  if (status === 404) return 'This set-up is not in your studio. It may have been archived, or the link is wrong.'
  return status === 422
    ? 'This set-up cannot be read. Its own page says what can be done.'
    : 'The set-up could not be opened.'
}

/** The same of one that was opened and cannot be planned; empty where it can. */
export const planFailure = (failed: string): string => (failed ? `This set-up cannot be planned: ${failed}.` : '')
