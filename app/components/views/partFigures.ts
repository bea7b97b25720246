import type { Setup } from '~~/core'
import { isInUse } from '~/components/inputs/sections'

/** Figures of each thing in a drawing, the few that matter first; what a choice makes idle is left out. */
const FIGURES = {
  camera: [
    'picture.distance',
    'picture.aperture',
    'picture.iso',
    'picture.shutter',
    'lens.focalLength',
    'picture.aimAlong',
    'picture.depthWanted',
    'picture.ambientEv',
  ],
  subject: [
    'subject.distance',
    'subject.height',
    'subject.depth',
    'subject.filling',
    'subject.filmThickness',
    'subject.liquidDepth',
    'subject.speedLost',
    'picture.blurLimit',
  ],
  second: ['subject.secondGap', 'subject.secondDepth'],
  sensor: [
    'sensor.kind',
    'sensor.position',
    'sensor.offset',
    'sensor.source',
    'sensor.beamWidth',
    'sensor.response',
    'sensor.threshold',
    'sensor.waveSpeed',
    'sensor.latency',
    'sensor.jitter',
  ],
  start: [
    'motion.speed',
    'motion.mass',
    'motion.diameter',
    'motion.objectLength',
    'motion.angle',
    'action.kind',
    'action.draw',
    'action.pull',
  ],
  backstop: ['catch.distance'],
  background: ['scene.ground.distance', 'scene.ground.reflectance', 'scene.ground.width', 'scene.ground.height'],
  moment: [
    'moment.offset',
    'moment.time',
    'moment.fraction',
    'moment.window.beforeDistance',
    'moment.window.afterDistance',
    'moment.window.beforeTime',
    'moment.window.afterTime',
  ],
  delay: ['delay', 'controller.delayStep', 'controller.holdOff', 'controller.latency'],
} as const satisfies Record<string, readonly string[]>

const LIGHT = ['power', 'distance', 'angle', 'elevation', 'units', 'head', 'lossStops', 'role', 'fired'] as const
const AIM = ['aimAlong', 'aimAcross', 'aimOut'] as const
const CARD = ['along', 'across', 'out', 'turn', 'tilt', 'width', 'height', 'kind'] as const

/** Paths of what stands beside a thing that was touched. */
export const figuresOf = (setup: Setup, part: keyof typeof FIGURES): string[] =>
  FIGURES[part].filter(path => isInUse(setup, path))
export const lightFigures = (light: number): string[] => LIGHT.map(key => `flashes[${light}].${key}`)
export const aimFigures = (light: number): string[] => AIM.map(key => `flashes[${light}].${key}`)
export const cardFigures = (card: number): string[] => CARD.map(key => `scene.cards[${card}].${key}`)
