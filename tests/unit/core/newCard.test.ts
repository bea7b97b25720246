import { type CardKind, MOST_CARDS, RECIPES, type Setup, newSetup, plan, newCard as placed } from '../../../core'

const newCard = (setup: Setup, kind: CardKind) => placed(plan(setup), kind)
const withCards = (setup: Setup, count: number): Setup => {
  let so = setup
  for (let i = 0; i < count; i++)
    so = { ...so, scene: { ...so.scene, cards: [...so.scene.cards, newCard(so, i % 2 ? 'silver' : 'white')] } }
  return so
}

test('a new card stands beside the subject, away from the first light, and faces the middle', () => {
  const setup = newSetup('projectile')
  for (const angle of [0.5, 2.5]) {
    const card = newCard({ ...setup, flashes: [{ ...setup.flashes[0]!, angle }] }, 'white')
    expect(Math.sign(card.along)).toBe(Math.cos(angle) > 0 ? -1 : 1)
    expect([Math.abs(card.along), card.across, card.out]).toEqual([0.15, -0.075, 0])
    expect([card.name, card.kind, card.width, card.height, card.tilt]).toEqual(['White card 1', 'white', 0.15, 0.21, 0])
    // From the card to the subject is the way it faces: turned from the travel about the upright.
    expect(Math.tan(card.turn)).toBeCloseTo(-card.along / card.across, 12)
  }
})

test('as many as there may be stand apart, under names of their own', () => {
  const { cards } = withCards(newSetup('projectile'), MOST_CARDS).scene
  expect(new Set(cards.map(card => card.name)).size).toBe(MOST_CARDS)
  cards.forEach((card, i) =>
    cards
      .slice(0, i)
      .forEach(other =>
        expect(Math.hypot(card.along - other.along, card.across - other.across)).toBeGreaterThanOrEqual(card.width / 2),
      ),
  )
})

test('four of them bring no finding in any recipe: they stand out of the picture and of the light', () => {
  for (const recipe of RECIPES) {
    const before = plan(newSetup(recipe)).findings.map(finding => finding.id)
    const after = plan(withCards(newSetup(recipe), 4)).findings.map(finding => finding.id)
    expect([recipe, ...after.filter(id => !before.includes(id))]).toEqual([recipe])
  }
})

test('a name that is taken is not given twice', () => {
  const two = withCards(newSetup('pour'), 2)
  const left = { ...two, scene: { ...two.scene, cards: [{ ...two.scene.cards[1]!, name: 'Flag 2' }] } }
  expect(newCard(left, 'black').name).toBe('Flag 3')
})
