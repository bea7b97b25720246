/**
 * Runs of a property: a sixth of what is stated, all of it for `npm test -- unit --thorough`, and fewer where each of
 * thousands of mutants has to meet them.
 */
export const runs = (n: number): number => {
  if (process.env.STRYKER_MUTATOR_WORKER !== undefined) return Math.max(5, Math.round(n / 15))
  return process.env.EPIRO_THOROUGH === '1' ? n : Math.ceil(n / 6)
}

/** Hundreds of logs tell whether stated intervals hold; thousands of mutants cannot each wait for them. */
export const logged = process.env.STRYKER_MUTATOR_WORKER === undefined ? describe : describe.skip

/** A test that compares with a golden file: it notices any change, and cannot say that it is wrong. */
export const golden = process.env.EPIRO_LAWS === '1' ? test.skip : test
