export { type SceneOptions, sceneOf } from './build'
export { BANDS, developed, shown, stopsOf } from './develop'
export { Film } from './film'
export type { Scene } from './scene'
