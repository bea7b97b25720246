import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { gzipSync } from 'node:zlib'
import { plan, plannedStatus } from '../core'
import { MODELS } from '../shared/status'
import { drawTake, picturedTakes, thumbOf } from './season/draw'
import { type ShippedSetup, SEASON_FILE, SEASON_PICTURES, pictureName, thumbName } from './season/file'
import { playSetup } from './season/play'
import { SEASON } from './season/story'

/**
 * Makes the demo's season anew: `npm run season` plays its takes in the practice world and draws its pictures, an hour
 * of one core; `-- --only=0/2` does every second set-up, for a core each, and what is there is left. What comes of it
 * ships with the application.
 */
const WORK = '.data/season'
const FIRST_DAY = Date.UTC(2026, 0, 5)
const DAY = 86_400_000

const all = SEASON.flatMap(shoot => shoot.setups.map(story => ({ shoot, story })))
const fileOf = (i: number): string => `${WORK}/${i}.json`

async function make(i: number): Promise<void> {
  const { shoot, story } = all[i]!
  const date = new Date(FIRST_DAY + (SEASON[0]!.ago - shoot.ago) * DAY).toISOString().slice(0, 10)
  const played = playSetup(story, shoot.ago, 1000 + i, date)
  const pictures: number[] = []
  const drawn: Buffer[] = []
  for (const at of picturedTakes(played)) {
    const file = await drawTake(played, at)
    // Of two that show the same one is kept.
    if (drawn.some(other => other.equals(file))) continue
    drawn.push(file)
    pictures.push(at)
    writeFileSync(`${SEASON_PICTURES}/${pictureName(i, at)}`, file)
  }
  const { setup, takes, rig } = played
  const shipped: ShippedSetup = {
    setup,
    planned: { models: MODELS, stand: plannedStatus(setup, plan(setup)) },
    takes,
    pictures,
    truth: rig.truth,
  }
  writeFileSync(fileOf(i), JSON.stringify(shipped))
  console.log(`${i + 1} of ${all.length}: ${story.name}, ${takes.length} takes, ${pictures.length} pictures`)
}

const { values } = parseArgs({ options: { only: { type: 'string' } } })
const [part, of] = (values.only ?? '0/1').split('/').map(Number) as [number, number]
mkdirSync(WORK, { recursive: true })
mkdirSync(SEASON_PICTURES, { recursive: true })
for (let i = part; i < all.length; i += of) if (!existsSync(fileOf(i))) await make(i)
if (all.every((_, i) => existsSync(fileOf(i)))) {
  const setups = all.map((_, i) => JSON.parse(readFileSync(fileOf(i), 'utf8')) as ShippedSetup)
  for (const [i, { pictures }] of setups.entries())
    for (const at of pictures)
      writeFileSync(
        `${SEASON_PICTURES}/${thumbName(i, at)}`,
        await thumbOf(readFileSync(`${SEASON_PICTURES}/${pictureName(i, at)}`)),
      )
  writeFileSync(SEASON_FILE, gzipSync(JSON.stringify(setups), { level: 9 }))
  console.log(`${setups.reduce((sum, { takes }) => sum + takes.length, 0)} takes in ${SEASON_FILE}`)
}
