import { standsInFront } from '../../setup/role'
import { type Rule, plain } from './types'

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
    title: `${plain(flash.name)} is behind the subject and does not count in the exposure`,
    reason: 'It lights no surface that faces the camera. Make it a rim light or move it to the front.',
    figures: {},
    paths: [`flashes[${index}].role`, `flashes[${index}].angle`],
    fixes: [
      { label: 'Change its role to rim', changes: [{ path: `flashes[${index}].role`, value: 'rim' }] },
      {
        label: 'Move it in front, equally far to the side',
        changes: [{ path: `flashes[${index}].angle`, value: Number((-flash.angle).toFixed(5)) }],
      },
    ],
  }
}
