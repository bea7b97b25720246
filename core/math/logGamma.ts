/** ln Γ(x), x above 0, to about 1e-13: Lanczos with g = 7, n = 9. */
export function logGamma(x: number): number {
  const series = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ]
  const sum = series.slice(1).reduce((total, c, i) => total + c / (x + i), series[0] as number)
  const t = x + 6.5
  return (x - 0.5) * Math.log(t) - t + 0.5 * Math.log(2 * Math.PI) + Math.log(sum)
}
