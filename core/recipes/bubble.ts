import { significant } from '../math/significant'
import { filmSpeed } from '../physics/subjects'
import { body } from '../setup/body'
import { ASKED_OF_ALL, BASE } from './base'
import { batteryFlash } from './flashes'
import { share } from './moment'
import type { RecipeFacts } from './facts'

/** m: strong colours, neither black nor pale. */
const FILM = 0.6e-6
const SPEED = significant(filmSpeed({ thickness: FILM }))

/** A film of soap that draws back from where a dry pin has pierced it. */
export const bubble: RecipeFacts = {
  name: 'Soap bubble and a dry pin',
  traits: { tears: true, film: true, hazards: { wet: true } },
  asks: ['subject.height', 'subject.filmThickness', 'moment.fraction', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'pin' },
    motion: { kind: 'still', speed: 1, objectLength: 0.06, diameter: 0.06, mass: 1e-5 },
    subject: {
      distance: 0,
      distanceError: 0,
      depth: 0.06,
      height: 0.06,
      filling: 'air',
      filmThickness: FILM,
      crackSpeed: SPEED,
      // The film thins while it drains: speed goes by the root of what is left.
      crackSpeedSpread: 0.1,
      crackSpeedError: 0.25,
    },
    // The wet film closes a contact between the pin and the ring that the bubble sits on.
    sensor: { ...BASE.sensor, kind: 'contact', source: 'start', position: 0, positionError: 0 },
    flashes: [
      batteryFlash({ units: 2, power: 1 / 128, distance: 0.5 }),
      batteryFlash({ name: 'Rim', power: 1 / 128, distance: 0.55, angle: 0.8 }),
    ],
    picture: { distance: 0.6, aperture: 16, iso: 800, depthWanted: 0.02, blurLimit: 0.0006 },
    catch: { distance: 0.5 },
  },
  bodies: [body('Edge of the film', 'tear', true), body('Droplets off the edge', 'own', false, SPEED)],
  moments: [
    share('half of it gone', 'start', 'tear', 0.5, {
      window: [0.0015, 0.0015],
      spread: 0.05,
      error: 0.1,
      sharp: { tear: null },
    }),
    share('first hole', 'start', 'tear', 0.15, {
      window: [0.0008, 0.001],
      spread: 0.05,
      error: 0.1,
      sharp: { tear: null },
    }),
    share('last cap of the film', 'start', 'tear', 0.85, {
      window: [0.0015, 0.001],
      spread: 0.05,
      error: 0.1,
      sharp: { tear: null },
    }),
  ],
  preparation: [
    'Soap mix rested, ring wetted, two spare straws',
    'Pin dry: a wet one goes through and nothing pops',
    'Wires to pin and ring, tried once on a wet finger',
    'Dark cloth behind, floor covered: soap is slippery',
  ],
  reset: ['Dry the pin', 'New bubble on the ring, same size', 'Wipe floor and lens cover'],
}
