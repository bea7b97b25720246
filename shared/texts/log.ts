/** What a log that is taken out does not hold. */
export const LEFT_OUT =
  'Left out: pictures, takes that were struck out, and what a take read before it was put right. A backup (npm ' +
  'run backup) holds everything.'
