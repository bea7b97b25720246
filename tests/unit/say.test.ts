import { type Setup, fieldAt, isTyped, newSetup, plan, valueAt } from '~~/core'
import { followed, withSaid } from '~~/shared/say/apply'
import { heard } from '~~/shared/say/read'
import { parse } from '~~/shared/units'
import { takeSpoken } from '~~/shared/units/spoken'

type Recipe = Setup['recipe']
const DEG = Math.PI / 180

/** What is said of a recipe's own set-up, and every figure that it sets. */
const UNDERSTOOD: readonly [recipe: Recipe, said: string, sets: Record<string, unknown>][] = [
  ['projectile', 'f/8', { 'picture.aperture': 8 }],
  ['projectile', 'shoot at f5.6, iso 200', { 'picture.aperture': 5.6, 'picture.iso': 200 }],
  ['projectile', 'f 11 and ISO 800', { 'picture.aperture': 11, 'picture.iso': 800 }],
  ['projectile', 'iso four hundred', { 'picture.iso': 400 }],
  ['projectile', 'stop down to f/16', { 'picture.aperture': 16 }],
  ['projectile', '1/250', { 'picture.shutter': 1 / 250 }],
  ['projectile', 'shutter 2 s', { 'picture.shutter': 2 }],
  ['projectile', 'open for three seconds', { 'picture.shutter': 3 }],
  ['projectile', 'bulb', { 'picture.shutter': 2 }],
  ['toss', 'iso 3200, 1/1000, f/2.8', { 'picture.iso': 3200, 'picture.shutter': 1e-3, 'picture.aperture': 2.8 }],
  ['projectile', 'key at 1/64', { 'flashes[0].power': 1 / 64 }],
  ['projectile', 'the rim at half power', { 'flashes[1].power': 0.5 }],
  ['projectile', 'key at full power', { 'flashes[0].power': 1 }],
  ['projectile', 'rim quarter power', { 'flashes[1].power': 0.25 }],
  ['projectile', 'key on 1/32 +0.3', { 'flashes[0].power': 2 ** (1 / 3) / 32 }],
  ['projectile', 'Key 1/16, Rim 1/32', { 'flashes[0].power': 1 / 16, 'flashes[1].power': 1 / 32 }],
  ['projectile', 'key and rim at 1/32', { 'flashes[0].power': 1 / 32, 'flashes[1].power': 1 / 32 }],
  ['projectile', 'both lights at 1/128', { 'flashes[0].power': 1 / 128, 'flashes[1].power': 1 / 128 }],
  ['projectile', 'all lights down one stop', { 'flashes[0].power': 1 / 128, 'flashes[1].power': 1 / 128 }],
  ['projectile', 'rim up two stops', { 'flashes[1].power': 1 / 16 }],
  ['projectile', 'raise the key by one stop', { 'flashes[0].power': 1 / 32 }],
  ['projectile', 'bring the rim up by two thirds of a stop', { 'flashes[1].power': 2 ** (2 / 3) / 64 }],
  ['projectile', '1/16 power on the key', { 'flashes[0].power': 1 / 16 }],
  ['projectile', 'power of the rim 1/8', { 'flashes[1].power': 1 / 8 }],
  ['projectile', 'light 2 at 1/4', { 'flashes[1].power': 1 / 4 }],
  ['projectile', 'key: 1/128; rim: 1/64', { 'flashes[0].power': 1 / 128, 'flashes[1].power': 1 / 64 }],
  ['projectile', 'key half a metre away', { 'flashes[0].distance': 0.5 }],
  ['projectile', 'key at 1/64 half a metre away', { 'flashes[0].power': 1 / 64, 'flashes[0].distance': 0.5 }],
  ['projectile', 'rim half power, 60 cm away', { 'flashes[1].power': 0.5, 'flashes[1].distance': 0.6 }],
  ['projectile', 'move the key to 80 cm', { 'flashes[0].distance': 0.8 }],
  ['projectile', 'the key is five centimetres closer', { 'flashes[0].distance': 0.45 }],
  ['projectile', 'pull the rim 20 cm back', { 'flashes[1].distance': 0.75 }],
  ['projectile', 'key raised thirty degrees', { 'flashes[0].elevation': 30 * DEG }],
  ['projectile', 'key in a softbox', { 'flashes[0].head': 'softbox' }],
  ['projectile', 'rim with a grid at 1/32', { 'flashes[1].head': 'grid', 'flashes[1].power': 1 / 32 }],
  ['projectile', 'key bare', { 'flashes[0].head': 'bare' }],
  ['projectile', 'rim as a slave', { 'flashes[1].fired': 'slave' }],
  ['projectile', 'key guide number 36', { 'flashes[0].guideNumber': 36 }],
  ['projectile', 'rim recycle 2.2 s', { 'flashes[1].recycleTime': 2.2 }],
  ['projectile', 'key modifier loss one stop', { 'flashes[0].lossStops': 1 }],
  ['run', 'backlight left at 1/16', { 'flashes[0].power': 1 / 16 }],
  ['run', 'front at 1/8', { 'flashes[2].power': 1 / 8 }],
  ['pour', 'behind light with a softbox at quarter power', { 'flashes[1].head': 'softbox', 'flashes[1].power': 0.25 }],
  ['projectile', 'beam at 15 cm', { 'sensor.position': 0.15 }],
  ['projectile', 'beam 20 cm from the muzzle', { 'sensor.position': 0.2 }],
  ['projectile', 'beam 3 mm wide', { 'sensor.beamWidth': 0.003 }],
  ['projectile', 'sensor latency 20 us', { 'sensor.latency': 20e-6 }],
  ['projectile', 'hold-off half a second', { 'controller.holdOff': 0.5 }],
  ['projectile', 'threshold 3', { 'sensor.threshold': 3 }],
  ['balloon', 'microphone 30 cm from the pin', { 'sensor.position': 0, 'sensor.offset': 0.3 }],
  ['balloon', 'mic half a metre from the balloon', { 'sensor.position': 0, 'sensor.offset': 0.5 }],
  ['projectile', 'delay 18.4 ms', { delay: 0.0184 }],
  ['projectile', 'dial 19 ms', { delay: 0.019 }],
  ['projectile', 'radio with 3 ms latency', { 'link.kind': 'radio', 'link.latency': 0.003 }],
  ['projectile', 'radio latency 2 ms', { 'link.latency': 0.002 }],
  ['projectile', 'by hand', { trigger: 'hand' }],
  ['projectile', 'as a burst', { trigger: 'burst' }],
  ['projectile', 'fast shutter', { method: 'fast-shutter' }],
  ['projectile', 'ball 8 mm, 2.1 g, 34 m/s', { 'motion.diameter': 0.008, 'motion.mass': 0.0021, 'motion.speed': 34 }],
  ['projectile', 'ball .22, three ounces', { 'motion.diameter': 0.005588, 'motion.mass': 3 * 0.028349523125 }],
  ['projectile', '180 m/s', { 'motion.speed': 180 }],
  ['projectile', '110 ft/s', { 'motion.speed': 33.528 }],
  ['projectile', 'speed 34 m/s plus or minus 2 %', { 'motion.speed': 34, 'motion.speedError': 0.02 }],
  ['projectile', 'cracker 12 mm thick', { 'subject.depth': 0.012 }],
  ['projectile', 'cracker 9 cm high', { 'subject.height': 0.09 }],
  ['projectile', 'subject 60 cm from the muzzle', { 'subject.distance': 0.6 }],
  ['projectile', '1.1 metres to the subject', { 'subject.distance': 1.1 }],
  ['projectile', 'distance to subject two feet', { 'subject.distance': 0.6096 }],
  ['projectile', 'ball 20 mm past the far side', { 'moment.offset': 0.032 }],
  ['projectile', '5 mm past the entry face', { 'moment.offset': 0.005 }],
  ['drop', 'falls from fifty centimetres', { 'subject.distance': 0.5 }],
  ['drop', '4 ms after the impact', { 'moment.time': 0.004 }],
  ['drop', 'liquid 8 cm deep', { 'subject.liquidDepth': 0.08 }],
  ['spin', 'disc spins at 300 rpm', { 'motion.turns': 5 }],
  ['toss', 'spin eighteen turns a second', { 'motion.turns': 18 }],
  ['projectile', '86 Fahrenheit', { 'air.temperatureC': 30 }],
  ['projectile', '22 °C, humidity 40 %', { 'air.temperatureC': 22, 'air.relativeHumidity': 0.4 }],
  ['projectile', 'air 15 degrees', { 'air.temperatureC': 15 }],
  ['projectile', 'pressure 1002 hPa', { 'air.pressure': 100200 }],
  ['projectile', 'blacked out', { 'picture.ambientEv': -9 }],
  ['projectile', 'dim room', { 'picture.ambientEv': 3 }],
  ['projectile', 'curtains drawn', { 'picture.ambientEv': -2 }],
  ['projectile', '300 lux', { 'picture.ambientEv': 6.91 }],
  ['projectile', 'room at EV -4', { 'picture.ambientEv': -4 }],
  ['projectile', 'camera at 1.2 m with a 100 mm lens', { 'picture.distance': 1.2, 'lens.focalLength': 0.1 }],
  ['projectile', 'the camera 20 cm closer', { 'picture.distance': 0.45 }],
  ['projectile', 'sync 1/200, curtain travel 3.5 ms', { 'camera.syncSpeed': 1 / 200, 'camera.curtainTravel': 0.0035 }],
  ['projectile', 'shutter lag 45 ms', { 'camera.lag': 0.045 }],
  ['projectile', 'nine frames per second', { 'camera.frameRate': 9 }],
  ['projectile', 'depth of field 3 cm', { 'picture.depthWanted': 0.03 }],
  ['projectile', 'streak half a millimetre', { 'picture.blurLimit': 0.0005 }],
  ['projectile', 'aperture one stop wider', { 'picture.aperture': 11 }],
  ['pour', 'background two metres away', { 'scene.ground.distance': 2 }],
  ['pour', 'white paper', { 'scene.ground.reflectance': 0.85 }],
  ['pour', 'background 3 m wide', { 'scene.ground.width': 3 }],
  ['projectile', 'backstop at 2 m', { 'catch.distance': 2 }],
  ['projectile', 'twelve crackers, three keepers', { 'goal.stock': 12, 'goal.keepers': 3 }],
  ['projectile', 'keepers wanted: 5', { 'goal.keepers': 5 }],
  ['balloon', 'full of powder', { 'subject.filling': 'powder' }],
  [
    'swing',
    'side lights six pops at twelve hertz',
    { 'sequence.groups[0].count': 6, 'sequence.groups[0].interval': 1 / 12, 'sequence.groups[0].placing': 'interval' },
  ],
  ['bubble', 'film 0.4 µm', { 'subject.filmThickness': 4e-7 }],
]

/** What is asked about, and something that is said of it or offered. */
const ASKED: readonly [recipe: Recipe, said: string, about: RegExp][] = [
  ['run', 'rim at half power', /Backlight left/],
  ['projectile', '200', /ISO 200.*1\/200/],
  ['projectile', 'f/400', /f\/4\b/],
  ['projectile', 'key a stop up from full power', /full power/],
  ['projectile', 'a stop up', /which light/],
  ['projectile', '1/8', /shutter 1\/8 s/],
  ['projectile', '1/64', /Key 1\/64/],
  ['projectile', 'kye at 1/8', /key/],
  ['projectile', 'the glow at 1/8', /not understood/],
  ['projectile', '30 cm', /camera 30 cm away/],
  ['projectile', '5 ms', /delay 5 ms/],
  ['projectile', 'fill at 1/4', /No light here/],
  ['projectile', 'iso 99999999', /ISO/],
  ['projectile', 'key 300 m away', /0\.01.*100/],
  ['projectile', 'key', /No figure/],
  ['projectile', '', /Nothing was said/],
  ['projectile', 'make it nicer', /nicer/],
  ['projectile', 'key down five stops', /lowest/],
  ['swing', '8 @ 5 Hz', /Which group/],
  ['projectile', '8 @ 5 Hz', /single pop/],
]

const setBy = (recipe: Recipe, said: string): Record<string, unknown> => {
  const setup = newSetup(recipe)
  const told = heard(setup, said)
  if (told.asks.length > 0) throw new Error(JSON.stringify(told.asks))
  return Object.fromEntries(told.said.flatMap(one => one.changes.map(({ path, value }) => [path, value])))
}
const rounded = (values: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(values).map(([path, value]) => [
      path,
      typeof value === 'number' ? Number(value.toPrecision(6)) : value,
    ]),
  )

test.each(UNDERSTOOD)('%s: “%s”', (recipe, said, sets) => {
  const found = setBy(recipe, said)
  // How a length in the path and what a method brings along is another matter.
  const own = Object.fromEntries(
    Object.entries(found).filter(([path]) => path in sets || !BROUGHT.test(`${said} ${path}`)),
  )
  expect(rounded(own)).toEqual(rounded(sets))
})
/** What comes along by a stated rule. */
const BROUGHT = /^(fast shutter (?!method)|ball .*objectLength)/

test.each(ASKED)('%s: “%s” is asked about, and nothing changes', (recipe, said, about) => {
  const { asks } = heard(newSetup(recipe), said)
  expect(asks.length).toBeGreaterThan(0)
  expect(asks.map(ask => `${ask.question} ${ask.choices.join(' ')}`).join(' ')).toMatch(about)
})

test('a frame that came out dark is something seen, of the light that lights it', () => {
  const setup = newSetup('drop')
  const { said, asks } = heard(setup, 'the test frame came out one stop dark')
  expect(asks).toEqual([])
  const after = withSaid(setup, said)
  expect(after.evidence.map(({ kind, value, light }) => [kind, value, light])).toEqual([['light', -1, 0]])
  expect(plan(after).exposure.flash!).toBeLessThan(plan(setup).exposure.flash! - 0.5)
})

test('a whole set-up is said in one line', () => {
  const setup = newSetup('drop')
  const line = 'f/8 iso 400, key at 1/64 half a metre away, mic 15 cm from the splash, one stop dark'
  const { said, asks } = heard(setup, line)
  expect(asks).toEqual([])
  expect(said.map(({ phrase }) => phrase).join(' | ')).toContain('mic 15 cm from the splash')
  const after = withSaid(setup, said, '2026-11-30')
  expect(after.picture).toMatchObject({ aperture: 8, iso: 400 })
  expect(after.flashes[0]).toMatchObject({ power: 1 / 64, distance: 0.5 })
  expect(after.sensor).toMatchObject({ kind: 'sound', source: 'impact' })
  expect(Math.hypot(after.sensor.position - after.subject.distance, after.sensor.offset)).toBeCloseTo(0.15, 4)
  // What was not named stays, but for what follows from another sensor.
  expect(followed(setup, after, said).every(({ path }) => /^(sensor|lists|posterior)/.test(path))).toBe(true)
  expect(isTyped(after, 'picture.aperture') && isTyped(after, 'sensor.position')).toBe(true)
  expect(isTyped(setup, 'picture.aperture')).toBe(false)
})

test('nothing is set by what has to be asked, whatever else was said', () => {
  const { said, asks } = heard(newSetup('run'), 'f/8, rim at half power')
  expect(said.flatMap(one => one.changes.map(({ path }) => path))).toEqual(['picture.aperture'])
  expect(asks).toHaveLength(1)
})

test('every choice that is offered is understood', () => {
  for (const [recipe, said] of ASKED) {
    const setup = newSetup(recipe)
    for (const { phrase, choices } of heard(setup, said).asks) {
      for (const choice of choices.filter(words => !/\(light \d+\)$/.test(words))) {
        const again = heard(setup, said.replace(phrase, choice))
        expect([said, choice, again.asks.filter(ask => ask.phrase === phrase)]).toEqual([said, choice, []])
      }
    }
  }
})

test('whatever is typed is read quickly and never throws', () => {
  const setup = newSetup('projectile')
  const began = performance.now()
  for (const text of [
    '('.repeat(900),
    'a'.repeat(1000),
    'key '.repeat(240),
    '1/'.repeat(400),
    'f/8 '.repeat(240),
    '\u0000\n;;,,',
  ])
    expect(() => heard(setup, text)).not.toThrow()
  expect(heard(setup, 'f/8 '.repeat(600)).asks[0]!.question).toMatch(/1000 characters/)
  expect(performance.now() - began).toBeLessThan(20_000)
})

test.each([
  ['five centimetres', 5, 'centimetres'],
  ['half a metre', 0.5, 'metre'],
  ['one and a half metres', 1.5, 'metres'],
  ['twenty-five mm', 25, 'mm'],
  ['two point five m', 2.5, 'm'],
  ['a quarter of a second', 0.25, 'second'],
  ['three quarters of a metre', 0.75, 'metre'],
  ['a couple of stops', 2, 'stops'],
  ['two hundred', 200, ''],
  ['a dozen', 12, ''],
])('“%s” is a number', (text, value, rest) => {
  expect(takeSpoken(text)).toEqual({ value, rest })
})

test.each([
  ['five centimetres', 'length', 0.05],
  ['twelve hertz', 'rate', 12],
  ['half power', 'power', 0.5],
  ['86 Fahrenheit', 'temperature', 30],
  ['three ounces', 'mass', 0.085048569375],
  ['half', 'share', 0.5],
  ['two stops', 'stops', 2],
] as const)('every field reads “%s”', (text, quantity, value) => {
  const parsed = parse(text, quantity)
  expect('value' in parsed && parsed.value).toBeCloseTo(value, 9)
})

test('a calibre is in inches, and a figure with a nought before its point is not one', () => {
  const diameter = fieldAt('motion.diameter')!
  expect(diameter).toMatchObject({ unit: 'mm' })
  expect(parse('.22', 'length', { unit: 'mm' })).toMatchObject({ value: 0.22 * 0.0254 })
  expect(parse('0.22', 'length', { unit: 'mm' })).toEqual({ value: 0.00022 })
  expect(valueAt(newSetup('projectile'), 'motion.diameter')).toBe(0.008)
})
