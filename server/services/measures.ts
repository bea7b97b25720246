/** Seconds by which answers are counted: the usual buckets of a histogram. */
const BUCKETS = [0.005, 0.02, 0.1, 0.5, 2, 10] as const

interface Measure {
  count: number
  seconds: number
  within: number[]
}
const measures = new Map<string, Measure>()

/** A path without what is different each time: ids, and what a query asks. */
export const routeOf = (path: string): string =>
  path
    .split('?')[0]!
    .replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, ':id')
    .replace(/^\/_nuxt\/.*/, '/_nuxt/:file')
    .slice(0, 120)

/** Routes kept apart at the most: what nobody has is one. */
const MOST_ROUTES = 200

/** Counts an answer. */
export function measured(method: string, path: string, status: number, seconds: number): void {
  const known = path.startsWith('/api') ? routeOf(path) : '/page'
  const name = `method="${method}",route="${known.replace(/["\\\n]/g, '')}",status="${status}"`
  const key = measures.has(name) || measures.size < MOST_ROUTES ? name : 'method="",route="other",status=""'
  const measure = measures.get(key) ?? { count: 0, seconds: 0, within: BUCKETS.map(() => 0) }
  measure.count++
  measure.seconds += seconds
  BUCKETS.forEach((bucket, i) => {
    if (seconds <= bucket) measure.within[i]!++
  })
  measures.set(key, measure)
}

/** Everything that was counted, in the text format of metrics. */
export function measuresText(): string {
  const lines = ['# HELP epiro_answers Answers by route, and the seconds they took.', '# TYPE epiro_answers histogram']
  for (const [labels, { count, seconds, within }] of measures) {
    BUCKETS.forEach((bucket, i) => lines.push(`epiro_answers_bucket{${labels},le="${bucket}"} ${within[i]}`))
    lines.push(`epiro_answers_bucket{${labels},le="+Inf"} ${count}`)
    lines.push(`epiro_answers_sum{${labels}} ${seconds.toFixed(3)}`, `epiro_answers_count{${labels}} ${count}`)
  }
  const { rss, heapUsed } = process.memoryUsage()
  lines.push('# TYPE epiro_memory_bytes gauge', `epiro_memory_bytes{kind="rss"} ${rss}`)
  lines.push(`epiro_memory_bytes{kind="heap"} ${heapUsed}`)
  return `${lines.join('\n')}\n`
}
