import type { ListItem, Recipe, Setup } from './types'

const PREPARATION: Record<Recipe, string[]> = {
  balloon: [
    'Balloons filled to one size against a template, two spare', 'Contents dry and loosened, funnel and scales at hand', 'Pin on a rod, out of the frame', 'Sheet on the floor, bag over lens and lights',
    'Microphone on its own stand, not on the table',
  ],
  projectile: [
    'Backstop in place and tried with one shot', 'Launcher clamped, bore on the line of travel', 'Beam set square to the travel, blocked once by hand', 'Subject hung from a marked thread',
    'Everyone behind cover, eye protection on', 'Clear sheet before lens and lights',
  ],
  pour: ['Vessel polished with gloves on', 'Lip of the jug clamped at its height', 'Liquids at their temperature, measured out', 'Tray, towels and a bucket', 'Mains leads away from the splash'],
  drop: ['Bowl filled to the mark, levelled', 'Release above the centre, plumbed', 'Surface skimmed, no bubbles', 'Towel round the bowl, bag over the lights', 'Stand-in for focus where the splash will be'],
  throw: ['Line of the throw marked on the floor', 'Vessel filled to one mark each time', 'Target fixed and shielded behind', 'Lens and lights bagged', 'Floor dried, non-slip mat down'],
  powder: ['Measured heap for each take', 'Mask and goggles for the performer', 'No flame, no hot lamp; the room aired', 'Ground brushed black', 'Marks for the feet'],
  toss: ['Mark for the hand, height of the apex on a stick', 'Soft catch below', 'Spin tried ten times', 'Focus on the stand-in at the apex'],
  swing: ['Room for the whole arc, checked at full reach', 'Marks for the feet', 'Dark clothes, black ground', 'Slow rehearsal on the count', 'Flicker: everyone in the room asked'],
}

const RESET: Record<Recipe, string[]> = {
  balloon: ['Sweep, shake out the sheet', 'New balloon on the mark, same size', 'Wipe the lens cover'],
  projectile: ['Unloaded and said so', 'Sweep fragments', 'New subject on the thread, faced square', 'Beam clear and armed', 'Wipe the clear sheet'],
  pour: ['Empty, rinse and polish the vessel', 'Fill to the mark', 'Wipe rim, table and lens cover'],
  drop: ['Wait until the surface is still', 'Skim bubbles, top up to the mark', 'Dry the object and re-hang', 'Wipe the lens cover'],
  throw: ['Mop the floor dry', 'Refill to the mark', 'Wipe target and lens cover'],
  powder: ['Air the room until clear', 'Brush clothes and ground', 'New heap, same measure', 'Wipe the lens'],
  toss: ['Object back in the hand, marks seen', 'Catch in place'],
  swing: ['Back to the marks', 'Flashes ready, all lamps lit', 'Shutter closed, picture looked at'],
}

const items = (texts: readonly string[]): ListItem[] => texts.map(text => ({ text, done: false }))

/** Lists a recipe starts with, to be changed. */
export const newLists = (recipe: Recipe): Setup['lists'] => ({ preparation: items(PREPARATION[recipe]), reset: items(RESET[recipe]), cautions: [], review: [], acknowledged: [] })

/** A set-up as it starts another day: the plan with what was learnt in it, and its lists; nothing ticked, no test made, no takes of its own. */
export function freshCopy(setup: Setup): Setup {
  const untick = (list: readonly ListItem[]): ListItem[] => list.map(item => ({ ...item, done: false }))
  const { preparation, reset, cautions, review } = setup.lists
  return { ...setup, lists: { preparation: untick(preparation), reset: untick(reset), cautions: untick(cautions), review: untick(review), acknowledged: [] }, tests: untested(), learnt: [] }
}

/** No test made yet. */
export const untested = (): Setup['tests'] => ({
  black: { outcome: 'open', stops: null, note: '' },
  exposure: { outcome: 'open', stops: null, note: '' },
  focus: { outcome: 'open', depth: null, note: '' },
  sensor: { outcome: 'open', events: null, fired: null, falseFires: null, note: '' },
  control: { outcome: 'open', delay: null, position: null, late: null, note: '' },
})
