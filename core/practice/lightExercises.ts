import type { Exercise } from './exercises'

/** Exercises of placing light: done in the workspace, judged by the computed frame; there is a rig for each as well. */
export const LIGHT_EXERCISES: readonly Exercise[] = [
  {
    id: 'light-white-ground',
    title: 'An even white ground behind a pour',
    recipe: 'pour',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'scene.ground.reflectance', value: 0.85 },
      { path: 'scene.ground.distance', value: 0.9 },
    ],
    teaches: 'Lights of its own for the ground, from both sides and from far enough; the pour keeps its exposure.',
  },
  {
    id: 'light-rim',
    title: 'A rim that misses the ground',
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
    teaches: 'A light behind draws the edge. What spills on a grey ground is seen: ground back, grid on, or darker.',
  },
  {
    id: 'light-freeze',
    title: 'Freezing at the right power',
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
    teaches: 'Less power means a shorter flash. Make up the light with distance, units, aperture or ISO.',
  },
  {
    id: 'light-glass',
    title: 'A glass without the card’s reflection',
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
    teaches:
      'A card fills the dark side of a glass, and is seen in it. By the mirror law it can be turned or moved out.',
  },
  {
    id: 'light-black-room',
    title: 'A black frame in a lit room',
    recipe: 'projectile',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'picture.ambientEv', value: 3 },
      { path: 'picture.shutter', value: 1 },
    ],
    teaches: 'The room adds up over the open time and asks nothing of the flash: shorter, closed down, more flash.',
  },
]
