/** Shown on the schedule, and asked once in a session. */
export const SCHEDULE_CAUTION =
  'Pops at about 3 to 60 per second can trigger seizures. Ask everyone in the room, warn before each run, and ' +
  'let anyone who would rather not see it step outside.'
