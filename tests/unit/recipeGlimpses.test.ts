import sharp from 'sharp'
import { RECIPES } from '~~/core'
import { recipeGlimpse } from '~~/app/utils/recipeGlimpses'

/** A picture as three by two fields of grey, 0 to 255. */
const fields = async (file: string | Buffer): Promise<number[]> => [
  ...(await sharp(file).greyscale().resize(3, 2, { kernel: 'cubic' }).raw().toBuffer()),
]

test.each(RECIPES)('%s: what stands in for its picture until that has come is that picture from afar', async recipe => {
  const address = recipeGlimpse(recipe)
  const [there, kept] = [
    await fields(Buffer.from(address.slice(address.indexOf(',') + 1), 'base64')),
    await fields(`public/recipes/${recipe}.avif`),
  ]
  there.forEach((grey, i) => expect(Math.abs(grey - kept[i]!)).toBeLessThan(16))
  expect(address.length).toBeLessThan(400)
})

test('no two of them are alike', () => {
  expect(new Set(RECIPES.map(recipeGlimpse)).size).toBe(RECIPES.length)
})
