import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { RECIPES, type Recipe } from '~~/core'

const glimpse = (recipe: Recipe): Buffer => readFileSync(`app/assets/glimpses/${recipe}.webp`)
/** A picture as three by two fields of grey, 0 to 255. */
const fields = async (file: string | Buffer): Promise<number[]> => [
  ...(await sharp(file).greyscale().resize(3, 2, { kernel: 'cubic' }).raw().toBuffer()),
]

test.each(RECIPES)('%s: what stands in for its picture until that has come is that picture from afar', async recipe => {
  const [there, kept] = [await fields(glimpse(recipe)), await fields(`public/recipes/${recipe}.avif`)]
  there.forEach((grey, i) => expect(Math.abs(grey - kept[i]!)).toBeLessThan(16))
  // As an address, which the page brings along.
  expect(`data:image/webp;base64,${glimpse(recipe).toString('base64')}`.length).toBeLessThan(400)
})

test('no two of them are alike', () => {
  expect(new Set(RECIPES.map(recipe => glimpse(recipe).toString('base64'))).size).toBe(RECIPES.length)
})
