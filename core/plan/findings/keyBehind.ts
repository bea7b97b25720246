import { standsInFront } from '../../setup/role'
import { type Rule, named } from './types'

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
    title: 'finding.keyBehind.behindSubjectDoesNot',
    reason: 'finding.keyBehind.lightsNoSurfaceFaces',
    figures: { light: named(flash.name) },
    paths: [`flashes[${index}].role`, `flashes[${index}].angle`],
    fixes: [
      { label: 'finding.keyBehind.changeRoleRim', changes: [{ path: `flashes[${index}].role`, value: 'rim' }] },
      {
        label: 'finding.keyBehind.moveFrontEquallyFar',
        changes: [{ path: `flashes[${index}].angle`, value: Number((-flash.angle).toFixed(5)) }],
      },
    ],
  }
}
