import { type FlashSetup, type RunState, newSetup, plan, runStateOf, withChange } from '~~/core'
import { firingMinutes } from '~~/core/day'
import { doneText, learntLines, lightText, mendLines, shootText, tookText } from '~~/shared/texts/report'
import { format } from '~~/shared/units'

const show = format
const took = { takes: 12, misfires: 1, keepers: 3, wanted: 3, first: 4, minutes: 33.6, planned: 9 }

describe('what a set-up took', () => {
  test('is told with its props against those planned', () => {
    expect(tookText(took)).toBe(
      '3 of 3 keepers in 12 takes and 34 min, the first in take 4; 1 misfire. ' +
        '11 props used; 9 were planned, enough nine times in ten, and this was the tenth.',
    )
    expect(tookText({ ...took, keepers: 5 })).toMatch(/^5 keepers, 3 wanted, in 12 takes/)
    expect(tookText({ ...took, planned: 11, misfires: 0, takes: 11 })).not.toContain('tenth')
  })
  test('in the singular, without keepers, and not shot', () => {
    expect(
      tookText({ ...took, takes: 1, keepers: 1, wanted: 1, first: 1, misfires: 0, minutes: 0, planned: null }),
    ).toBe('1 of 1 keepers in 1 take, the very first take among them.')
    expect(tookText({ ...took, keepers: 0, first: null, planned: null })).toBe(
      '0 of 3 keepers in 12 takes and 34 min; 1 misfire.',
    )
    expect(tookText({ ...took, takes: 0 })).toBe('Not shot.')
  })
  test('rests are no part of its minutes', () => {
    expect(firingMinutes([0, 2, 4, 64, 66])).toBe(6)
    expect(firingMinutes([66, 0, 4, 2, 64])).toBe(6)
    // Fired on three days: what lies between is no firing, however regular.
    expect(firingMinutes([0, 1440, 2880])).toBe(0)
    expect(firingMinutes([5])).toBe(0)
    expect(firingMinutes([])).toBe(0)
  })
  test('of a whole shoot, its share and whether all have what they were to have', () => {
    const share = (value: number) => `${Math.round(value * 100)} %`
    expect(shootText([took, { takes: 8, keepers: 1, wanted: 2 }], share)).toBe(
      '4 keepers in 20 takes: 20 %. 1 of 2 set-ups have all their keepers.',
    )
    expect(shootText([took, { takes: 0, keepers: 0, wanted: 2 }], share)).toContain('Every set-up')
    expect(shootText([{ takes: 0, keepers: 0, wanted: 2 }], share)).toBe('')
  })
})

describe('how it was shot', () => {
  const cracker = newSetup('projectile')
  test('names what fires it, the delay dialled, the shutter and the lens', () => {
    const text = doneText(cracker, 0.0178, show)
    expect(text).toMatch(/^Ball just out of the far face, fired by a light beam [\d.]+\sm from the start, /)
    expect(text).toMatch(/, 17\.8\sms later, with the shutter open in the dark, lit by \d flash(es)?\./)
    expect(doneText(withChange(cracker, { path: 'trigger', value: 'hand' }), null, show)).toContain('fired by hand, ')
    const synced = withChange(withChange(cracker, { path: 'method', value: 'sync-shutter' }), {
      path: 'picture.shutter',
      value: 1 / 200,
    })
    expect(doneText(synced, null, show)).toMatch(/ at 1\/200/)
  })
  test('a light is named by its name, else by what it is for', () => {
    const [light] = cracker.flashes as [FlashSetup, ...FlashSetup[]]
    expect(lightText({ ...light, name: 'Left', angle: Math.PI / 4 }, show)).toMatch(/^Left: .* at 45\s?°$/)
    expect(lightText({ ...light, name: '' }, show)).not.toMatch(/^:/)
  })
})

describe('what was learnt', () => {
  const cracker = newSetup('projectile')
  const takes = [0.0185, 0.0178, 0.0179, 0.0177].map((delay, i) => ({
    ...{ number: i + 1, delay, planned: 0.0185, keeper: i > 1 },
    ...{ verdict: i === 0 ? ('late' as const) : ('on' as const), position: (delay - 0.0178) * 90 },
  }))
  const state = runStateOf(plan(cracker), takes)
  test('has its error and how many takes it is by', () => {
    const lines = learntLines(cracker, state, 0.0177, show)
    expect(lines[0]).toMatch(/^Best delay 17\.\d+\sms ± .*, from 4 takes; it varies by ± .* from take to take\.$/)
    expect(lines.some(line => line.startsWith('It flies '))).toBe(true)
    const slower = { ...state, drift: { perTake: -0.0001, error: 0.00001, takes: 6 } } as RunState
    expect(learntLines(cracker, slower, null, show).join(' ')).toMatch(/It comes 100\sµs earlier with each take\./)
  })
  test('is the last keeper where nothing is dialled, and nothing without one', () => {
    expect(learntLines(cracker, null, 0.0177, show)).toEqual([`The last keeper was at ${show(0.0177, 'time')}.`])
    expect(learntLines(cracker, null, null, show)).toEqual([])
  })
  test('and what to mend is the commonest cause, from two takes lost by it', () => {
    const lost = (n: number, cause: 'early' | 'unsaid') => ({ takes: n, causes: [{ cause, takes: n }] })
    expect(mendLines(lost(4, 'early'), ['bring tape'])).toEqual([
      expect.stringMatching(/^4 of 4 lost takes: early\. Follow /),
      'bring tape',
    ])
    expect(mendLines(lost(1, 'early'), [])).toEqual([])
    expect(mendLines(lost(9, 'unsaid'), [])).toEqual([])
  })
})
