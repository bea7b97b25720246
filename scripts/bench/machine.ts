import { EXERCISES, SURE_ALONE, exerciseRig, exerciseSetup, placeTells, plan } from '../../core'
import { type Judge, perfectJudge, playRig, seenAs } from '../../core/scoring/play'
import type { OfRun } from '../../core/lab'
import { mean, photo, readerOf } from './lab'

const MACHINE_RIGS = Number(process.env.LAB_RIGS ?? 200)
/** Exercises by name; left out: all of them. */
const ONLY = process.env.LAB_TOOLS?.split(',')

/** Takes to the first keeper, each judged from its picture by the machine, beside somebody who makes no mistake. */
export function machineBench(): void {
  console.log('| exercise | rigs | judged by machine | without mistake | left to a person | not found | read right |')
  console.log('|---|---|---|---|---|---|---|')
  for (const exercise of EXERCISES.filter(({ id }) => !ONLY || ONLY.includes(id))) {
    const setup = exerciseSetup(exercise)
    const planned = plan(setup)
    const reader = readerOf(planned)
    const perfect = perfectJudge(placeTells(planned))
    let [asked, left, lost, right] = [0, 0, 0, 0]
    const [machine, person]: [number[], number[]] = [[], []]
    for (let r = 1; r <= MACHINE_RIGS; r++) {
      const rig = exerciseRig(exercise, r)
      // A rig is a run: the reader knows nothing of the others.
      reader.forget()
      const logged: Record<string, OfRun['logged'][string]> = {}
      const judge: Judge = shot => {
        const take = { id: String(shot.number), delay: shot.conditions.delay, logged: { ...logged } }
        const { verdict, past, sure } = reader.read(photo(rig, setup, shot), take)
        asked++
        if (verdict === shot.verdict || verdict === seenAs(shot)) right++
        const alone = verdict !== null && sure >= SURE_ALONE
        if (!alone) left++
        const told = alone ? { verdict, position: verdict === 'missed' ? null : past } : perfect(shot)
        // As the log has it: the takes after this one are read by it.
        logged[take.id] = told.verdict
        return told
      }
      const [read, seen] = [judge, perfect].map(by =>
        playRig(rig, setup, 'proposals', { keepers: 1, most: 30, judge: by }),
      )
      if (read!.first === null) lost++
      machine.push(read!.first ?? 30)
      person.push(seen!.first ?? 30)
    }
    const means = `${mean(machine).toFixed(2)} | ${mean(person).toFixed(2)}`
    console.log(
      `| ${exercise.id} | ${MACHINE_RIGS} | ${means} | ${left} of ${asked} | ${lost} | ${right} of ${asked} |`,
    )
  }
}
