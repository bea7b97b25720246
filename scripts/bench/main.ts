import { planBench } from './plan'
import { searchBench } from './search'
import { takesBench } from './takes'

const benches: Record<string, () => void> = { plan: planBench, takes: takesBench, search: searchBench }
const asked = process.argv.slice(2).filter(name => name in benches)
for (const name of asked.length > 0 ? asked : Object.keys(benches)) benches[name]!()
