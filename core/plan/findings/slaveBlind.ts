import { aimSpot } from '../../light/aim'
import { reflectorsOf } from '../../light/reflectors'
import { followed } from '../../light/firing'
import { type Vector, dot, minus, scaled, squareTo, unit } from '../../light/lamp'
import { isOpen } from '../../light/level'
import { type CardPlace, inPicture, lightPlace, stageOf } from '../../light/place'
import { traitsOf } from '../../recipes/all'
import type { FlashSetup, Setup } from '../../setup/types'
import { type FixDraft, type Rule, named } from './types'

/** Cosine of the angle off its front beyond which a light neither shines nor looks. */
const AWAY = Math.cos((100 * Math.PI) / 180)

/** What may stand between two lights: cards and flags, the ground, and somebody who performs. */
function between(setup: Setup, from: Vector, to: Vector): CardPlace[] {
  const stage = stageOf(setup)
  const { ground } = setup.scene
  const inTheWay: CardPlace[] = [
    ...reflectorsOf(setup, stage),
    {
      centre: [0, 0, -ground.distance],
      across: [ground.width / 2, 0, 0],
      up: [0, ground.height / 2, 0],
      normal: [0, 0, 1],
    },
  ]
  if (!traitsOf(setup.recipe).person) return inTheWay
  const { depth, height } = setup.subject
  const normal = unit(minus(to, from))
  const { across, up } = squareTo(normal)
  return [
    ...inTheWay,
    {
      centre: stage.at(stage.middle),
      across: scaled(across, Math.min(depth, height) / 2),
      up: scaled(up, height / 2),
      normal,
    },
  ]
}

/** Why a slave does not see a light: something stands between them, or both look away; null: it sees it. */
function hidden(setup: Setup, slave: FlashSetup, leader: FlashSetup): 'between' | 'away' | null {
  const stage = stageOf(setup)
  const [here, there] = [lightPlace(stage, slave), lightPlace(stage, leader)]
  const way = unit(minus(there, here))
  const front = (flash: FlashSetup, place: Vector): Vector => {
    const { along, across, out } = aimSpot(flash, setup.scene)
    return unit(minus(inPicture(stage, along, across, out), place))
  }
  if (!isOpen(between(setup, here, there), here, there)) return 'between'
  const looks = dot(front(slave, here), way)
  const shines = -dot(front(leader, there), way)
  return looks < AWAY && shines < AWAY ? 'away' : null
}

/** An optical slave that cannot see the light it follows does not fire. */
export const slaveBlind: Rule = ({ setup }) => {
  const found = setup.flashes.flatMap((flash, index) => {
    const leader = followed(setup, flash)
    const why = leader ? hidden(setup, flash, leader) : null
    return leader && why ? [{ flash, index, leader, why }] : []
  })[0]
  if (!found) return null
  const { flash, index, leader, why } = found
  const other = setup.flashes.findIndex(
    (one, i) => i !== index && one.fired !== 'slave' && hidden(setup, flash, one) === null,
  )
  const fixes: FixDraft[] = [
    { label: 'finding.slaveBlind.triggerOverLink', changes: [{ path: `flashes[${index}].fired`, value: 'link' }] },
  ]
  if (other >= 0)
    fixes.unshift({
      label: 'finding.slaveBlind.setSlaveFollowWhich',
      figures: { light: named(setup.flashes[other]!.name) },
      changes: [{ path: `flashes[${index}].follows`, value: other }],
    })
  return {
    id: 'slave-blind',
    severity: 'warning',
    title: 'finding.slaveBlind.doesNotSee',
    reason: why === 'between' ? 'finding.slaveBlind.cardBackgroundPersonWay' : 'finding.slaveBlind.theyFaceAwayEach',
    figures: { light: named(flash.name), leader: named(leader.name) },
    paths: [`flashes[${index}].follows`],
    fixes,
  }
}
