import '../support/page'
import { ApiError } from '~~/app/services/api'
import { Outbox, clearOutboxes } from '~~/app/services/outbox'

declare global {
  interface ImportMeta {
    jest: typeof jest
  }
}
// Where modules are modules, this is not in the global scope.
Object.assign(globalThis, { jest: import.meta.jest })

/** A server that takes what it is told to take; each answer is given by hand. */
function posted(retry = 1000) {
  const sent: string[] = []
  const held: string[] = []
  const answers: ((error?: Error) => void)[] = []
  const box = new Outbox<string>({
    retry,
    send: (id, state) => {
      sent.push(`${id}=${state}`)
      return new Promise((done, failed) => answers.push(error => (error ? failed(error) : done())))
    },
    held: (id, { message }, again) => held.push(`${id}: ${message}, ${again ? 'again' : 'no more'}`),
  })
  /** What happened by the time nothing moves without a clock. */
  const still = () => jest.advanceTimersByTimeAsync(0)
  const answer = async (error?: Error) => {
    answers.shift()!(error)
    await still()
  }
  return { box, sent, held, still, answer }
}
const away = new ApiError(0, null, 'Away')
const wrong = new ApiError(422, null, 'Wrong')

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

test('sends one after the other, and of what changed meanwhile the newest alone', async () => {
  const { box, sent, still, answer } = posted()
  box.put('a', '1')
  box.put('b', '1')
  await still()
  expect(sent).toEqual(['a=1'])
  box.put('a', '2')
  box.put('a', '3')
  await answer()
  expect(sent).toEqual(['a=1', 'b=1'])
  expect(box.of('a')).toBe('3')
  await answer()
  expect(sent).toEqual(['a=1', 'b=1', 'a=3'])
  await answer()
  expect([box.of('a'), box.of('b')]).toEqual([undefined, undefined])
})

test('a pause begins anew with each change, and ends at once where it is asked for', async () => {
  const { box, sent, answer } = posted()
  box.put('a', '1', 400)
  await jest.advanceTimersByTimeAsync(399)
  box.put('a', '2', 400)
  await jest.advanceTimersByTimeAsync(399)
  expect(sent).toEqual([])
  expect(box.paused('a')).toBe(true)
  await jest.advanceTimersByTimeAsync(1)
  expect(sent).toEqual(['a=2'])
  expect(box.paused('a')).toBe(false)
  await answer()
  box.put('a', '3', 400)
  const tried = box.now('a')
  await jest.advanceTimersByTimeAsync(0)
  expect(sent).toEqual(['a=2', 'a=3'])
  await answer()
  await tried
  await jest.advanceTimersByTimeAsync(1000)
  expect(sent).toHaveLength(2)
})

test('what may be taken later is tried again after its time, the newest; the others go on meanwhile', async () => {
  const { box, sent, held, still, answer } = posted()
  box.put('a', '1')
  box.put('b', '1')
  await still()
  await answer(away)
  expect(held).toEqual(['a: Away, again'])
  expect(sent).toEqual(['a=1', 'b=1'])
  await answer()
  await jest.advanceTimersByTimeAsync(999)
  expect(sent).toHaveLength(2)
  await jest.advanceTimersByTimeAsync(1)
  expect(sent).toEqual(['a=1', 'b=1', 'a=1'])
  // A newer one takes its place and does not wait.
  await answer(away)
  box.put('a', '2')
  await still()
  await answer()
  await jest.advanceTimersByTimeAsync(5000)
  expect(sent).toEqual(['a=1', 'b=1', 'a=1', 'a=2'])
})

test('what will not be taken is said and let go; an error of our own holds up nothing either', async () => {
  const { box, sent, held, still, answer } = posted()
  box.put('a', '1')
  await still()
  await answer(wrong)
  box.put('a', '2')
  await still()
  await answer(new TypeError('Broken'))
  expect(held).toEqual(['a: Wrong, no more', 'a: Broken, no more'])
  expect(box.of('a')).toBeUndefined()
  box.put('b', '1')
  await still()
  await answer()
  await jest.advanceTimersByTimeAsync(5000)
  expect(sent).toEqual(['a=1', 'a=2', 'b=1'])
})

test('what is taken back is not tried again; who leaves takes all of it along', async () => {
  const { box, sent, still, answer } = posted()
  box.put('a', '1')
  await still()
  box.drop('a')
  await answer(away)
  box.put('b', '1', 400)
  box.put('c', '1')
  clearOutboxes()
  await jest.advanceTimersByTimeAsync(5000)
  expect(sent).toEqual(['a=1'])
})
