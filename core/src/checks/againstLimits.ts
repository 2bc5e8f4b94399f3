/** Where a measured value lies against its limits; null is no limit on that side. The limits themselves are inside. */
export function againstLimits(
  value: number,
  { lower, upper }: { lower: number | null; upper: number | null },
): 'inside' | 'too low' | 'too high' {
  if (lower !== null && value < lower) return 'too low'
  return upper !== null && value > upper ? 'too high' : 'inside'
}
