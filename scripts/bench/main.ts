import { evidenceBench } from './evidence'
import { frameBench } from './frame'
import { frameTimesBench } from './frameTimes'
import { headlineBench } from './headline'
import { planBench } from './plan'
import { searchBench } from './search'
import { labBench } from './lab'
import { learningBench } from './learning'
import { machineBench } from './machine'
import { practiceBench } from './practice'
import { propsBench } from './props'
import { scheduleBench } from './schedule'
import { takesBench } from './takes'

const benches: Record<string, () => void> = {
  plan: planBench,
  schedule: scheduleBench,
  takes: takesBench,
  search: searchBench,
  learning: learningBench,
  practice: practiceBench,
  props: propsBench,
  headline: headlineBench,
  evidence: evidenceBench,
  lab: labBench,
  machine: machineBench,
  frame: frameBench,
  frameTimes: frameTimesBench,
}
const asked = process.argv.slice(2)
for (const name of asked) {
  if (name in benches) continue
  console.error(`No benchmark is named ${name}; there are ${Object.keys(benches).join(', ')}, backup and calls`)
  process.exit(2)
}
for (const name of asked.length > 0 ? asked : Object.keys(benches)) benches[name]!()
