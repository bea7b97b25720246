import { said, count } from '../plan/findings/types'
import { batched } from './batch'
import { black } from './frame/black'
import { chain } from './frame/chain'
import { clock } from './frame/clock'
import { disc } from './frame/disc'
import { exposureTool } from './frame/exposure'
import { ground } from './frame/background'
import { place } from './frame/place'
import { sharpness } from './frame/sharpness'
import { specks } from './frame/specks'
import { streak } from './frame/streak'
import { sync } from './frame/sync'
import { bounces } from './sound/bounces'
import { levels } from './sound/levels'
import { soundSpeed } from './sound/speed'
import * as frames from './samples/frames'
import * as rendered from './samples/rendered'
import * as sounds from './samples/sounds'
import { lightSample } from './samples/traces'
import { lightTrace } from './trace/light'
import { type LabTool, type LabInput, type LabSettings, type HandMark, type LabReading, unread } from './types'

/** Marks that come with the settings of a stand-in: what somebody would set at the tape. */
export const marksOf = (settings: LabSettings): HandMark[] =>
  ['mark', 'from', 'to'].flatMap(id => {
    const at = settings[id]
    return typeof at === 'number' ? [{ id, file: id === 'mark' ? 0 : 1, at }] : []
  })

/** Tools of the Lab, in the order of a shoot. */
export const LAB_TOOLS: readonly LabTool[] = [
  { ...black, sample: frames.blackSample },
  { ...exposureTool, sample: rendered.exposureSample },
  { ...batched(ground, 'evenness'), sample: rendered.backgroundSample },
  { ...sync, sample: rendered.syncSample },
  { ...batched(sharpness, 'width'), sample: frames.edgeSample },
  { ...batched(streak, 'duration'), sample: frames.streakSample },
  { ...place, sample: rendered.placeSample },
  { ...specks, sample: frames.specksSample },
  { ...batched(disc, 'duration'), sample: frames.discSample },
  { ...chain, sample: rendered.chainSample },
  { ...clock, sample: frames.clockSample },
  { ...soundSpeed, sample: sounds.speedSample },
  { ...levels, sample: sounds.levelsSample },
  { ...batched(bounces, 'restitution'), sample: sounds.bouncesSample },
  { ...lightTrace, sample: lightSample },
]

/** A tool of the Lab by its id; undefined for an id that is none. */
export const labTool = (id: string): LabTool | undefined => LAB_TOOLS.find(tool => tool.id === id)

/** Settings as they stand before anybody enters one. */
export const startOf = (tool: LabTool): LabSettings =>
  Object.fromEntries(tool.fields.map(field => [field.key, field.start]))

/**
 * What a tool reads in files.
 *
 * @param settings of the tool; what is left out starts as it does
 * @param marks set by hand
 */
export function readLab(
  tool: LabTool,
  files: readonly LabInput[],
  settings: LabSettings = {},
  marks: readonly HandMark[] = [],
): LabReading {
  if (files.length < tool.least || files.some(file => file.kind !== tool.takes))
    return unread([tool.least === 1 ? said('lab.tools.addFile') : said('lab.tools.addFiles', { n: count(tool.least) })])
  return tool.read(files, { ...startOf(tool), ...settings }, marks)
}
