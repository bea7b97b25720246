import { isNull } from 'drizzle-orm'
import { takes } from '../database/schema'

/** Takes that count: all but those struck out. */
export const included = isNull(takes.struckAt)
