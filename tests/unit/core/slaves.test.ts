import { type FlashSetup, type Setup, newSetup } from '~~/core'
import { known } from '~~/core/defaults/typical'
import { firedAfter, followedChain, jitterOf } from '~~/core/light/firing'

const light = (more: Partial<FlashSetup>): FlashSetup => ({ ...newSetup('projectile').flashes[0]!, ...more })

/** Three lights, each following the one before; the first on a radio of its own. */
const chain = (first: Partial<FlashSetup> = {}) => {
  const setup: Setup = {
    ...newSetup('projectile'),
    flashes: [
      light({ name: 'A', fired: 'radio', latency: 100e-6, jitter: 3e-6, slaveDelay: 7e-6, ...first }),
      light({ name: 'B', fired: 'slave', follows: 0, latency: 40e-6, jitter: 4e-6, slaveDelay: 20e-6 }),
      light({ name: 'C', fired: 'slave', follows: 1, latency: 11e-6, jitter: 12e-6, slaveDelay: 50e-6 }),
    ],
  }
  const given = known(setup)
  return { given, lights: given.flashes }
}

test('a light waits for each before it: its radio, their latencies, the delay of each slave', () => {
  const { given, lights } = chain()
  const [a, b, c] = [lights[0]!, lights[1]!, lights[2]!]
  expect(firedAfter(given, a)).toBeCloseTo(500e-6, 12)
  expect(firedAfter(given, b)).toBeCloseTo(500e-6 + 100e-6 + 20e-6, 12)
  expect(firedAfter(given, c)).toBeCloseTo(500e-6 + 100e-6 + 20e-6 + 40e-6 + 50e-6, 12)
  expect(followedChain(given, c).chain.map(one => one.name)).toEqual(['B', 'A'])
})

test('its jitter is that of all before it, with a cable or radio of its own', () => {
  const { given, lights } = chain()
  expect(jitterOf(given, lights[2]!)).toBeCloseTo(Math.hypot(12e-6, 4e-6, 3e-6, 50e-6), 12)
  const shoe = chain({ fired: 'shoe' })
  expect(jitterOf(shoe.given, shoe.lights[2]!)).toBeCloseTo(Math.hypot(12e-6, 4e-6, 3e-6), 12)
  expect(firedAfter(shoe.given, shoe.lights[0]!)).toBe(0)
  const cable = chain({ fired: 'cable' })
  expect(jitterOf(cable.given, cable.lights[0]!)).toBeCloseTo(Math.hypot(3e-6, 1e-6), 12)
  const linked = chain({ fired: 'link' })
  expect(jitterOf(linked.given, linked.lights[0]!)).toBeCloseTo(3e-6, 12)
})

test('lights that follow each other in a ring are fired by nobody but themselves', () => {
  const { given } = chain({ fired: 'slave', follows: 2 })
  for (const flash of given.flashes) {
    expect(followedChain(given, flash).ring).toBe(true)
    expect(jitterOf(given, flash)).toBe(flash.jitter)
  }
})
