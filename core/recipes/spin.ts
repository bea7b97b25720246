import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { type MomentChoice, share } from './moment'
import type { RecipeFacts } from './facts'

/** A moment a share of a turn after the mark passed its sensor. */
const turned = (name: string, turn: number): MomentChoice =>
  share(name, 'start', 'turn', turn, { window: [0.0007, 0.0007], spread: 0.01, error: 0.05, sharp: { rim: null } })

/** A disc that turns on its axle and is caught with its mark where it is wanted; what it carries flies off its rim. */
export const spin: RecipeFacts = {
  name: 'Spinning disc that flings syrup',
  traits: { flat: true, hazards: { wet: true } },
  asks: ['motion.turns', 'motion.diameter', 'moment.fraction', 'moment.timeSpread', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'spin' },
    motion: { kind: 'still', speed: 1, objectLength: 0.16, diameter: 0.16, mass: 0.1, turns: 20 },
    subject: { distance: 0, distanceError: 0, depth: 0.16, height: 0.16 },
    // A mark on the rim passes a contact or a reflex sensor once a turn: that is the start.
    sensor: { ...BASE.sensor, kind: 'contact', source: 'start', position: 0, positionError: 0 },
    controller: { ...BASE.controller, delayStep: 10e-6 },
    flashes: [
      batteryFlash({ power: 1 / 64, distance: 0.5, units: 2, angle: -1.2 }),
      batteryFlash({ name: 'Rim', power: 1 / 64, distance: 0.55, angle: 0.7 }),
    ],
    picture: { distance: 0.8, aperture: 14, iso: 320, shutter: 1, depthWanted: 0.03, blurLimit: 0.0012 },
    catch: { distance: 0.6 },
  },
  bodies: [body('Rim', 'rim', true), body('Drops flung off', 'rim', true)],
  moments: [turned('mark a quarter turn on', 0.25), turned('mark on top', 0.5), turned('mark after one full turn', 1)],
  preparation: [
    'Disc balanced and bolted, spun up once behind a screen',
    'Splash screen all round, one side open to the camera',
    'Lens and lights covered',
    'Mark and sensor tested by hand, one pulse per turn',
    'Nobody in the plane of the disc',
  ],
  reset: ['Disc stopped and called out', 'Wipe and refill', 'Up to speed: check the reading before the call'],
}
