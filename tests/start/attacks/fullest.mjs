// @ts-check
// A set-up of all that is allowed at once: sixteen lights, full tables, the deepest sequence, every list to its end.
import { MOST, checkSetup, evidenceOf, newSetup } from '../setup.mjs'
import { many } from './watching.mjs'

const numbered = (/** @type {number} */ n, /** @type {(i: number) => unknown} */ of) => many(n).map((_, i) => of(i))

/** @returns {any} a set-up that the schema takes */
export function fullestSetup() {
  const base = newSetup('spin')
  const [light] = base.flashes
  if (!light) throw new Error('A light')
  const powers = (/** @type {(power: number, i: number) => object} */ of) =>
    numbered(MOST.rows, i => ({ power: 2 ** (-i / 4), ...of(2 ** (-i / 4), i) }))
  const flashes = numbered(MOST.flashes, i => ({
    ...light,
    name: `Light ${i + 1}`,
    distance: 1 + i / 20,
    table: powers((power, k) => ({ ...light.table[0], power, t05: 1e-3 / (k + 1), t01: 3e-3 / (k + 1) })),
    repeat: powers((_, k) => ({ rate: 5 + k, pops: 100 - k })),
  }))
  const evidence = numbered(MOST.evidence, i => ({
    ...evidenceOf(base, { kind: 'speed', value: base.motion.speed * (1 + (i % 7) / 1000) }),
    id: `e${i}`,
    firing: `f${i}`,
  }))
  const setup = {
    ...base,
    name: 'All that is allowed',
    flashes,
    bodies: numbered(MOST.bodies, i => ({ ...base.bodies?.[0], name: `Body ${i}` })),
    evidence,
    learnt: numbered(MOST.learnt, i => ({
      path: 'motion.speed',
      was: 10 + i,
      value: 11 + i,
      date: '2026-11-24',
      takes: numbered(50, k => k + 1),
    })),
    sequence: {
      ...base.sequence,
      groups: numbered(MOST.groups, i => ({
        name: `Group ${i + 1}`,
        placing: 'hand',
        count: MOST.pops,
        interval: 0.001,
        joinsLast: false,
        start: i / 100,
        from: 0,
        to: 1,
        lights: [i],
        times: numbered(MOST.pops, k => 0.001 * (k + 1) + i / 1e5),
      })),
      track: numbered(MOST.track, i => ({ time: i / 100, position: i / 100 })),
    },
    scene: {
      ...base.scene,
      cards: numbered(MOST.cards, i => ({
        name: `Card ${i}`,
        kind: 'white',
        along: i / 10,
        across: 1,
        out: 0,
        width: 1,
        height: 1,
        turn: 0,
        tilt: 0,
      })),
    },
    lists: {
      ...base.lists,
      preparation: numbered(MOST.lines, i => ({ text: `Line ${i}`.padEnd(200, '.'), done: false })),
    },
  }
  const checked = checkSetup(setup)
  if (!('value' in checked)) throw new Error(JSON.stringify(checked).slice(0, 2000))
  return setup
}
