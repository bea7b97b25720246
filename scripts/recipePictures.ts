import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { Film, RECIPES, type Recipe, assess, newSetup, sceneOf, toneMapped } from '../core'

/**
 * Draws the picture that each recipe's own set-up is planned to give, by the renderer: `npm run recipe-pictures`, once
 * a recipe, its start or its look has changed. They take minutes and some 50 kB, so they are kept, as icons are; with
 * each a glimpse of it.
 */
const WIDE = 480
const PASSES = 20
const QUALITY = 55
const FOLDER = fileURLToPath(new URL('../public/recipes', import.meta.url))
/** What stands in a picture's place until it has come: so small that the page brings it along. */
const GLIMPSES = fileURLToPath(new URL('../app/assets/glimpses', import.meta.url))
const GLIMPSE = { wide: 18, high: 12, quality: 80 }

async function picture(recipe: Recipe): Promise<Buffer> {
  const plan = assess(newSetup(recipe))
  const { sensorWidth, sensorHeight } = plan.setup.camera
  const height = Math.round((WIDE * sensorHeight) / sensorWidth)
  const film = new Film(sceneOf(plan), WIDE, height)
  for (let pass = 0; pass < PASSES; pass++) film.pass()
  return sharp(toneMapped(film), { raw: { width: WIDE, height, channels: 4 } })
    .removeAlpha()
    .avif({ quality: QUALITY })
    .toBuffer()
}

function glimpse(recipe: Recipe): Promise<Buffer> {
  const { wide, high, quality } = GLIMPSE
  return sharp(`${FOLDER}/${recipe}.avif`).resize(wide, high, { kernel: 'mitchell' }).webp({ quality }).toBuffer()
}

const asked = process.argv.slice(2)
for (const folder of [FOLDER, GLIMPSES]) mkdirSync(folder, { recursive: true })
for (const recipe of RECIPES.filter(one => asked.length === 0 || asked.includes(one))) {
  writeFileSync(`${FOLDER}/${recipe}.avif`, await picture(recipe))
  writeFileSync(`${GLIMPSES}/${recipe}.webp`, await glimpse(recipe))
  console.log(recipe)
}
