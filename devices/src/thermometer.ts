/**
 * A thermometer in an enclosure, as a stand-in: it nears its end temperature as a closed box does, a little off each time.
 * @param of endC what it ends at, roomC where it began; minutes how long the log is, one reading every `stepMinutes`
 * @param random uniform on 0 to 1
 */
export function thermometerLog(
  of: { until: Date; minutes: number; stepMinutes: number; roomC: number; endC: number },
  random: () => number,
): { at: string; celsius: number }[] {
  const { until, minutes, stepMinutes, roomC, endC } = of
  const lagMinutes = 20
  return Array.from({ length: Math.floor(minutes / stepMinutes) + 1 }, (_, i) => {
    const since = i * stepMinutes
    const nearing = endC + (roomC - endC) * Math.exp(-since / lagMinutes)
    return {
      at: new Date(until.getTime() - (minutes - since) * 60_000).toISOString(),
      celsius: Math.round(10 * (nearing + 0.6 * (random() - 0.5))) / 10,
    }
  })
}
