import { body } from '../setup/body'
import type { Body } from '../setup/types'

/** The bodies of a set-up of earlier days: one speed was held sharp, its own or that of the object. */
export const bodiesOfOld = (speed: unknown): Body[] =>
  typeof speed === 'number'
    ? [body('Fastest part', 'own', true, speed), body('Object', 'object', false)]
    : [body('Object', 'object', true)]
