/**
 * Highest place of a function with one peak on a stretch, by golden sections and parabolas.
 * @returns place and height; an end of the stretch when it rises up to it
 * Source: Brent (1973), Algorithms for Minimization without Derivatives, ch. 5.
 */
export function climb(
  f: (x: number) => number,
  low: number,
  high: number,
  tolerance = 1e-7,
): { at: number; value: number } {
  const golden = (3 - Math.sqrt(5)) / 2
  let [a, b] = [low, high]
  let x = a + golden * (b - a)
  let [w, v] = [x, x]
  let fx = -f(x)
  let [fw, fv] = [fx, fx]
  let [step, before] = [0, 0]
  for (let n = 0; n < 100; n++) {
    const middle = (a + b) / 2
    const near = tolerance * (1 + Math.abs(x))
    if (Math.abs(x - middle) <= 2 * near - (b - a) / 2) break
    let isParabola = false
    if (Math.abs(before) > near) {
      const r = (x - w) * (fx - fv)
      let q = (x - v) * (fx - fw)
      let p = (x - v) * q - (x - w) * r
      q = 2 * (q - r)
      if (q > 0) p = -p
      q = Math.abs(q)
      if (Math.abs(p) < Math.abs(0.5 * q * before) && p > q * (a - x) && p < q * (b - x)) {
        before = step
        step = p / q
        isParabola = true
      }
    }
    if (!isParabola) {
      before = x >= middle ? a - x : b - x
      step = golden * before
    }
    const u = x + (Math.abs(step) >= near ? step : Math.sign(step || 1) * near)
    const fu = -f(u)
    if (fu <= fx) {
      if (u >= x) a = x
      else b = x
      ;[v, fv, w, fw, x, fx] = [w, fw, x, fx, u, fu]
    } else {
      if (u < x) a = u
      else b = u
      if (fu <= fw || w === x) [v, fv, w, fw] = [w, fw, u, fu]
      else if (fu <= fv || v === x || v === w) [v, fv] = [u, fu]
    }
  }
  const ends = [low, high].map((end) => ({ at: end, value: f(end) }))
  return [{ at: x, value: -fx }, ...ends].reduce((best, one) => (one.value > best.value ? one : best))
}
