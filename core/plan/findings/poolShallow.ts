import { traitsOf } from '../../recipes/all'
import { splashCavity } from '../../physics/subjects'
import { natureOf } from '../../take/nature'
import { type Rule, length, number } from './types'

/** The liquid is shallower than its cavity would be deep. */
export const poolShallow: Rule = ({ known: setup, timing }) => {
  if (!traitsOf(setup.recipe).splashes || setup.subject.liquidDepth <= 0 || timing.impact === null) return null
  if (setup.moment.model !== 'splash' && setup.moment.model !== 'cavity') return null
  const impact = natureOf(setup).motion.speedAt(timing.impact)
  if (impact <= 0) return null
  const cavity = splashCavity({ diameter: setup.motion.diameter, speed: impact })
  if (setup.subject.liquidDepth >= cavity.radius && cavity.inRange) return null
  const shallow = setup.subject.liquidDepth < cavity.radius
  const deep = Math.ceil(cavity.radius * 1.2 * 1000) / 1000
  return {
    id: 'pool-shallow',
    severity: 'note',
    title: shallow ? 'finding.poolShallow.smallerSplashLiquidCavity' : 'finding.poolShallow.splashTimesGuessDrop',
    reason: shallow ? 'finding.poolShallow.cavityWouldDeepLiquid' : 'finding.poolShallow.sizeSpeedLieOutside',
    figures: {
      radius: length(cavity.radius, 'mm'),
      depth: length(setup.subject.liquidDepth, 'mm'),
      froude: number(cavity.froude),
      weber: number(cavity.weber),
    },
    paths: ['subject.liquidDepth'],
    fixes: shallow
      ? [
          {
            label: 'finding.poolShallow.fillVessel',
            figures: { deep: length(deep, 'mm') },
            changes: [{ path: 'subject.liquidDepth', value: deep }],
          },
        ]
      : [],
  }
}
