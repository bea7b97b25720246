/** Runs of a property: fewer where each of thousands of mutants has to meet them. */
export const runs = (n: number): number =>
  process.env.STRYKER_MUTATOR_WORKER === undefined ? n : Math.max(5, Math.round(n / 15))
