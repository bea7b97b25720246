import { EXERCISES, type Strategy, exerciseRig, exerciseSetup, playRig } from '../../core'

const RIGS = Number(process.env.PRACTICE_RIGS ?? 200)
const WAYS: Strategy[] = ['proposals', 'ladder', 'best']
/** Counted for a rig on which a way found nothing. */
const MOST = 60

/** Mean takes on the rigs of the practice bench: as proposed, up a ladder, and by somebody who knows the truth. */
export function practiceBench(): void {
  console.log(`Practice bench, mean takes to the first keeper (to all wanted), ${RIGS} rigs each`)
  console.log(`  ${'exercise'.padEnd(16)}${WAYS.map(way => way.padStart(18)).join('')}`)
  const sums = Object.fromEntries(WAYS.map(way => [way, 0])) as Record<Strategy, number>
  for (const exercise of EXERCISES) {
    const setup = exerciseSetup(exercise)
    const cells = WAYS.map(way => {
      let [first, all] = [0, 0]
      for (let seed = 1; seed <= RIGS; seed++) {
        const played = playRig(exerciseRig(exercise, seed), setup, way, { keepers: exercise.keepers, most: MOST })
        first += played.first ?? MOST
        all += played.all ?? MOST
      }
      sums[way] += first / RIGS
      return `${(first / RIGS).toFixed(2)} (${(all / RIGS).toFixed(2)})`.padStart(18)
    })
    console.log(`  ${exercise.id.padEnd(16)}${cells.join('')}`)
  }
  console.log(
    `  ${'mean'.padEnd(16)}${WAYS.map(way => (sums[way] / EXERCISES.length).toFixed(2).padStart(18)).join('')}\n`,
  )
}
