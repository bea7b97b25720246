import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { Film, RECIPES, type Recipe, assess, newSetup, sceneOf, toneMapped } from '../core'

/**
 * Draws the picture that each recipe's own set-up is planned to give, by the renderer: `npm run recipe-pictures`, once
 * a recipe, its start or its look has changed. They take minutes and some 50 kB, so they are kept, as icons are.
 */
const WIDE = 480
const PASSES = 20
const QUALITY = 55
const FOLDER = fileURLToPath(new URL('../public/recipes', import.meta.url))

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

const asked = process.argv.slice(2)
mkdirSync(FOLDER, { recursive: true })
for (const recipe of RECIPES.filter(one => asked.length === 0 || asked.includes(one))) {
  writeFileSync(`${FOLDER}/${recipe}.avif`, await picture(recipe))
  console.log(recipe)
}
