import type { KnownSetup } from './known'
import type { Setup } from './types'

/** What moves, in what air, through what and into what. */
export type Travel = Pick<Setup, 'recipe' | 'motion' | 'air' | 'subject'>

/** What happens in a take: what moves, what the sensor answers to, and the moment. */
export type Happening = Travel & Pick<Setup, 'sensor' | 'moment'>

/** The same with what is held of it after what was seen. */
export type Held = Happening & Pick<Setup, 'posterior'>

/** Lights, and what fires them. */
export type Lighting = Pick<KnownSetup, 'flashes' | 'link'>

/** Camera and what is set on it. */
export type Exposing = Pick<Setup, 'camera' | 'picture'>

/** Camera and lens. */
export type Optics = Pick<KnownSetup, 'camera' | 'lens' | 'picture'>

/** What passes a signal on until there is light, or an exposure. */
export type SignalChain = Lighting &
  Exposing &
  Pick<
    KnownSetup,
    'recipe' | 'trigger' | 'method' | 'sensor' | 'motion' | 'subject' | 'controller' | 'hand' | 'posterior'
  >
