/**
 * Fast Fourier transform in place, by halving. Written here because the packages that do it well bring more than these lines.
 * @param re, im real and imaginary parts, a power of two of them
 * Source: Cooley & Tukey (1965), Mathematics of Computation 19.
 */
export function fft(re: Float64Array, im: Float64Array): void {
  const n = re.length
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1
    for (; j & bit; bit >>= 1) j ^= bit
    j ^= bit
    if (i < j) {
      ;[re[i], re[j]] = [re[j]!, re[i]!]
      ;[im[i], im[j]] = [im[j]!, im[i]!]
    }
  }
  for (let size = 2; size <= n; size *= 2) {
    const half = size / 2
    for (let k = 0; k < half; k++) {
      const angle = (-2 * Math.PI * k) / size
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      for (let at = k; at < n; at += size) {
        const other = at + half
        const real = re[other]! * cos - im[other]! * sin
        const imaginary = re[other]! * sin + im[other]! * cos
        re[other] = re[at]! - real
        im[other] = im[at]! - imaginary
        re[at]! += real
        im[at]! += imaginary
      }
    }
  }
}
