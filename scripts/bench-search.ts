import { calibration } from '../core'
const { proposeDelay, ladderDelay, ladderFor } = calibration
function rng(seed: number) { return () => { seed = (seed + 0x6D2B79F5) | 0; let t = Math.imul(seed ^ (seed >>> 15), 1 | seed); t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t; return ((t ^ (t >>> 14)) >>> 0) / 4294967296 } }
const R = rng(7)
const gauss = () => Math.sqrt(-2 * Math.log(1 - R())) * Math.cos(2 * Math.PI * R())
const rigs = Number(process.argv[2] ?? 150)
const lam = process.argv[3]
const w = { before: 1, after: 1 }
for (const U of [5, 10, 20]) for (const s of [0.3, 0.7, 1.5]) {
  const sums: Record<string, number> = { offsets: 0, greedy: 0, informed: 0, ladder: 0 }
  let ms = 0, n = 0
  for (let r = 0; r < rigs; r++) {
    const mu = U * gauss(); const ms0 = s * Math.exp(0.5 * gauss() * (process.env.EXACT ? 0 : 1))
    const draws = Array.from({ length: 400 }, () => mu + s * gauss())
    for (const mode of Object.keys(sums)) {
      const takes: any[] = []; const outs: any[] = []
      for (let i = 0; i < 400; i++) {
        let D: number
        const prior = { delay: 0, uncertainty: U, scatter: ms0 }
        if (mode === 'ladder') D = ladderDelay(ladderFor(prior, w), outs)
        else { const t = performance.now(); D = proposeDelay({ prior, window: w, takes }, mode === 'informed' ? 'informed' : 'greedy').delay; ms += performance.now() - t; n++ }
        const off = D - draws[i]!
        const o = off < -1 ? 'early' : off > 1 ? 'late' : 'keeper'
        outs.push(o)
        takes.push(mode === 'offsets' ? { delay: D, offset: off } : { delay: D, outcome: o })
        sums[mode]! += 1
        if (o === 'keeper') break
      }
    }
  }
  console.log(U, s, Object.entries(sums).map(([k, v]) => `${k} ${(v / rigs).toFixed(2)}`).join('  '), `${(ms / n).toFixed(2)} ms/proposal`)
}
