/** What a log that is taken out does not hold. */
export const LEFT_OUT =
  'Not included: pictures, discarded takes, and earlier values of corrected takes. A backup (npm ' +
  'run backup) holds everything.'
