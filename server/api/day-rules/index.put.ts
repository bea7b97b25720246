import { dayRuleSchema } from '../../../shared/schemas/shootDay'
import { setDayRule } from '../../services/dayRules'

export default crewRoute(async ({ event, db, studioId }) =>
  setDayRule(db, studioId, await readInput(event, dayRuleSchema)),
)
