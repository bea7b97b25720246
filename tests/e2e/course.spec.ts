import { type Page, expect } from '@playwright/test'
import { type AskedLesson, goOf } from '~~/core/course'
import { seedOf } from '~~/shared/course/seed'
import { test } from './base'
import { callApi, open, signIn } from './helpers'

test.use({ frames: true })

/** What is right of the go that stands there, as somebody would type or choose it. */
async function goOn(page: Page, lesson: AskedLesson) {
  const { body } = await callApi(page, 'GET', '/api/course')
  const { person, own } = body as { person: string; own: { lesson: string; goes: number }[] }
  return goOf(lesson, seedOf(person, own.find(one => one.lesson === lesson)!.goes))
}

test('a lesson asks, lets one try first, tells afterwards, and is mastered by being right', async ({ page }) => {
  await signIn(page)
  await open(page, '/practice')
  await page.getByTestId('lesson-chain').getByRole('link', { name: 'The chain' }).click()
  await expect(page.getByTestId('question')).toContainText('?')
  // Nothing gives it away, and what is no figure is said beside the field.
  await expect(page.getByTestId('told')).toHaveCount(0)
  await expect(page.getByRole('img', { name: /Moment/ })).toHaveCount(0)
  await page.getByTestId('answer').fill('soon')
  await page.getByRole('button', { name: 'Answer', exact: true }).click()
  await expect(page.getByText(/not a (number|figure|time)|Enter a figure|understood/i).first()).toBeVisible()
  // A go that is wrong is told with the reason, and a picture of what it would have caught.
  const first = await goOn(page, 'chain')
  const { truth } = first.answer as { truth: number }
  await page.getByTestId('answer').fill(`${(truth * 2400).toPrecision(4)} ms`)
  await page.getByRole('button', { name: 'Answer', exact: true }).click()
  await expect(page.getByTestId('told')).toContainText('Not quite')
  await expect(page.getByRole('img', { name: /Moment.*You|You.*Moment/ })).toBeVisible()
  for (let i = 0; i < 6; i++) {
    await page.getByRole('button', { name: 'Another rig' }).click()
    const next = (await goOn(page, 'chain')).answer as { truth: number }
    await page.getByTestId('answer').fill(`${(next.truth * 1000).toPrecision(4)} ms`)
    await page.getByRole('button', { name: 'Answer', exact: true }).click()
    await expect(page.getByTestId('told')).toContainText('Right')
    if (await page.getByTestId('progress').getByText('Mastered').isVisible()) break
  }
  await expect(page.getByTestId('progress')).toContainText('Mastered')

  // On to the next: one of a few is chosen, and its picture is drawn.
  await page.getByRole('link', { name: 'Next: Freezing' }).click()
  await expect(page.getByTestId('question')).toContainText('streak')
  await page.getByRole('button', { name: 'Show a hint' }).click()
  await expect(page.getByTestId('hint')).toContainText('at most')
  const { answer } = await goOn(page, 'freezing')
  if (answer.kind !== 'choice') throw new Error('no choice')
  await page.getByRole('group', { name: 'Most power' }).getByRole('button').nth(answer.right).click()
  await expect(page.getByTestId('told')).toContainText('Right')
  await expect(page.getByRole('img', { name: 'The picture this answer would have given' })).toBeVisible()
  // With a hint it counts for nothing.
  await expect(page.getByRole('progressbar', { name: 'Progress to mastery' })).toHaveAttribute('aria-valuenow', '0')
  await open(page, '/practice')
  await expect(page.getByTestId('lesson-chain')).toContainText('mastered')
  await expect(page.getByTestId('lesson-freezing')).toContainText('1 of 1 right')
})
