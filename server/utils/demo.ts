import type { H3Event } from 'h3'
import { fromLoopback } from './hosts'

/**
 * The made-up studio has no lock on its door: it opens on the machine itself, elsewhere only where EPIRO_DEMO=open says
 * so.
 */
export const demoOpenTo = (event: H3Event): boolean => process.env.EPIRO_DEMO === 'open' || fromLoopback(event.node.req)
