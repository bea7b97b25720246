import type { Exercise } from './exercises'

/** Exercises of placing light: done in the workspace, judged by the computed frame; there is a rig for each as well. */
export const LIGHT_EXERCISES = [
  {
    id: 'light-white-ground',
    recipe: 'pour',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'scene.ground.reflectance', value: 0.85 },
      { path: 'scene.ground.distance', value: 0.9 },
    ],
  },
  {
    id: 'light-rim',
    recipe: 'powder',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'scene.ground.reflectance', value: 0.18 },
      { path: 'scene.ground.distance', value: 1 },
      { path: 'flashes[1].angle', value: 0.4 },
      { path: 'flashes[1].power', value: 1 / 128 },
    ],
  },
  {
    id: 'light-freeze',
    recipe: 'projectile',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'flashes[0].power', value: 1 / 8 },
      { path: 'flashes[1].power', value: 1 / 8 },
      { path: 'picture.iso', value: 100 },
      { path: 'picture.aperture', value: 22 },
    ],
  },
  {
    id: 'light-glass',
    recipe: 'pour',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [],
    cards: [
      {
        name: 'White card',
        kind: 'white',
        along: 0.03,
        across: -0.2,
        out: 0.25,
        width: 0.3,
        height: 0.4,
        turn: Math.PI,
        tilt: -0.9,
      },
    ],
  },
  {
    id: 'light-black-room',
    recipe: 'projectile',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'picture.ambientEv', value: 3 },
      { path: 'picture.shutter', value: 1 },
    ],
  },
] as const satisfies readonly Exercise[]
