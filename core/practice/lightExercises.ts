import type { Exercise } from './exercises'

/** Exercises of placing light: done in the workspace, judged by the computed frame; there is a rig for each as well. */
export const LIGHT_EXERCISES: readonly Exercise[] = [
  {
    id: 'light-white-ground',
    title: 'An even white background behind a pour',
    recipe: 'pour',
    keepers: 1,
    stock: 8,
    light: true,
    changes: [
      { path: 'scene.ground.reflectance', value: 0.85 },
      { path: 'scene.ground.distance', value: 0.9 },
    ],
    teaches: 'Give the background its own lights, from both sides and far enough away; the pour keeps its exposure.',
  },
  {
    id: 'light-rim',
    title: 'A rim light that misses the background',
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
      'A card fills the dark side of a glass, and is seen in it. Turn or move it until the camera no longer sees it.',
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
    teaches:
      'Room light builds up while the shutter is open; the flash does not. Open it for less time, stop ' +
      'down, and use more flash.',
  },
]
