/** One figure as a JSON line. `aim` is what we strive for; it is reported, not asserted. */
export function report(figure, values) {
  const rounded = Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'number' ? Number(value.toPrecision(4)) : value,
    ]),
  )
  console.log(JSON.stringify({ figure, ...rounded }))
}

export function median(values) {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)]
}
