import { ApiError } from '~/services/api'
import { servicesWords } from '~~/shared/texts/pages/services'

/** Why a set-up could not be opened, in a sentence. */
export function openFailure(error: unknown): string {
  const status = error instanceof ApiError ? error.status : null
  if (status === 404) return servicesWords('openFailure.setUpNotYour')
  return status === 422 ? servicesWords('openFailure.setUpCannotRead') : servicesWords('openFailure.setUpCouldNot')
}

/** The same of one that was opened and cannot be planned; empty where it can. */
export const planFailure = (failed: string): string =>
  failed ? servicesWords('openFailure.setUpCannotPlanned', { failed }) : ''
