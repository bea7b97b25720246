import { READING_TEXTS } from '../texts/takeReading'
import { tellerOf } from './teller'

/** Tells what a take's picture was read as. */
export const READING = tellerOf(READING_TEXTS)
