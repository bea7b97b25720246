import { sceneFigures } from '../../light/figures'
import { followedChain } from '../../light/firing'
import { standsInFront } from '../../light/role'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'
import { FARTHER, firstWithin, relit, rounded } from './tries'
import { type FixDraft, type Rule, length, plain, power } from './types'

/** A light on the camera's shoe goes off when the shutter opens, not on the moment. */
export const shoeTooSoon: Rule = ({ setup }) => {
  const shoe = setup.flashes.findIndex(flash => flash.fired === 'shoe')
  if (setup.method !== 'open-shutter' || shoe < 0) return null
  return {
    id: 'shoe-too-soon',
    severity: 'error',
    title: `${plain(setup.flashes[shoe]!.name)} goes off as the shutter opens`,
    reason: 'The camera’s shoe fires when the shutter is open; with an open shutter that is before the action.',
    figures: {},
    paths: [`flashes[${shoe}].fired`],
    fixes: [
      {
        label: 'Fire it over the set-up’s link',
        changes: setup.flashes.flatMap((flash, i): Change[] =>
          flash.fired === 'shoe' ? [{ path: `flashes[${i}].fired`, value: 'link' }] : [],
        ),
      },
    ],
  }
}

/** An optical slave needs a light to see that something else fires. */
export const followsNothing: Rule = ({ setup }) => {
  const index = setup.flashes.findIndex(flash => {
    if (flash.fired !== 'slave') return false
    const { chain, ring } = followedChain(setup, flash)
    return ring || chain.length === 0
  })
  if (index < 0) return null
  const other = setup.flashes.findIndex((flash, i) => i !== index && flash.fired !== 'slave')
  const fixes: FixDraft[] = [
    { label: 'Fire it over the set-up’s link', changes: [{ path: `flashes[${index}].fired`, value: 'link' }] },
  ]
  if (other >= 0)
    fixes.unshift({
      label: `Let it follow ${plain(setup.flashes[other]!.name)}`,
      changes: [{ path: `flashes[${index}].follows`, value: other }],
    })
  return {
    id: 'follows-nothing',
    severity: 'error',
    title: `${plain(setup.flashes[index]!.name)} follows no light that something fires`,
    reason: 'An optical slave answers to another flash: one of the list, and not itself or in a ring.',
    figures: {},
    paths: [`flashes[${index}].follows`],
    fixes,
  }
}

/** A key or fill that stands behind lights nothing that the camera sees. */
export const keyBehind: Rule = ({ setup }) => {
  const index = setup.flashes.findIndex(
    flash => (flash.role === 'key' || flash.role === 'fill') && !standsInFront(flash),
  )
  if (index < 0) return null
  const flash = setup.flashes[index]!
  return {
    id: 'key-behind',
    severity: 'note',
    title: `${plain(flash.name)} stands behind the subject`,
    reason: 'It lights nothing that faces the camera, so it is not counted in the exposure.',
    figures: {},
    paths: [`flashes[${index}].role`, `flashes[${index}].angle`],
    fixes: [
      { label: 'Call it a rim light', changes: [{ path: `flashes[${index}].role`, value: 'rim' }] },
      {
        label: 'Stand it in front, as far to the side',
        changes: [{ path: `flashes[${index}].angle`, value: Number((-flash.angle).toFixed(5)) }],
      },
    ],
  }
}

/** Stops that a light may fall off over the subject before it is told. */
const STEEP = 1.5

/** A light moved back, its power up with it, until it falls off less. */
function movedBack(a: Assessment, light: number): FixDraft[] {
  const flash = a.setup.flashes[light]!
  const changes = firstWithin(
    a,
    FARTHER,
    factor => [
      { path: `flashes[${light}].distance`, value: rounded(flash.distance * factor) },
      { path: `flashes[${light}].power`, value: Math.min(1, flash.power * factor ** 2) },
    ],
    after => sceneFigures(after).lights[light]!.fallOff <= STEEP,
    relit,
  )
  if (!changes) return []
  const [distance, to] = changes.map(change => change.value as number)
  return [
    {
      label: 'Move it back to {distance}, at {power}',
      figures: { distance: length(distance!, 'm'), power: power(to!) },
      changes,
    },
  ]
}

/** A light very near lights its own side of the subject far more than the other. */
export const lightTooNear: Rule = a => {
  if (a.setup.flashes.length === 0 || a.setup.method === 'fast-shutter') return null
  const { lights } = sceneFigures(a)
  const worst = lights
    .filter(light => light.role === 'key' || light.role === 'fill')
    .reduce<(typeof lights)[number] | null>((most, l) => (most && most.fallOff >= l.fallOff ? most : l), null)
  if (!worst || worst.fallOff <= STEEP) return null
  const flash = a.setup.flashes[worst.light]!
  return {
    id: 'light-too-near',
    severity: 'note',
    title: `${plain(flash.name)} stands very near: {fallOff} from side to side`,
    reason:
      'Close to a light its strength changes quickly: the near side of the subject burns while the far side sinks.',
    figures: { fallOff: { value: worst.fallOff, quantity: 'stops', unit: 'unsigned' } },
    paths: [`flashes[${worst.light}].distance`],
    fixes: () => movedBack(a, worst.light),
  }
}
