import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

const fleets = 20
const mean = (values) => values.reduce((sum, value) => sum + value, 0) / values.length
/** How far apart fleets lie: a difference that is less than twice this may be chance. */
const errorOfMean = (values) => {
  const middle = mean(values)
  return Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1) / values.length)
}

/**
 * Two simulated years of twenty made-up fleets: the advice with its plan against the trade's intervals in due-date order, against
 * waiting for failures, and against replacing as if lives were known. All meet the same fates.
 */
export async function benchOutcome() {
  const { trained } = await import(await bundled('core/src/trainer/training.ts'))
  const { ruleNames } = await import(await bundled('core/src/trainer/rules.ts'))
  const { keyedRandom } = await import(await bundled('core/src/maths/keyedRandom.ts'))
  for (const law of ['Weibull', 'lognormal', 'bad batches'])
    for (const trade of ['right', 'twice too long', 'twice too short', 'either way']) {
      const runs = Array.from({ length: fleets }, (_, i) => {
        const fleet = fleetOf(i + 1, keyedRandom)
        const choices = { seed: i + 1, days: 730, minutesPerDay: 180, spares: 4, leadDays: 7, trade, law }
        return Object.fromEntries(ruleNames.map((rule) => [rule, trained(fleet, choices, rule)]))
      })
      const share = (of, against) => runs.map((run) => of(run['the advice']) / of(run[against]) - 1)
      const cost = ({ costPer1000h }) => costPer1000h
      const stops = ({ failuresPer1000h }) => failuresPer1000h
      const against = share(cost, 'trade intervals')
      report(`outcome: ${law}, the trade is ${trade}`, {
        fleets,
        costAgainstTrade: mean(against),
        errorOfThat: errorOfMean(against),
        worstFleetAgainstTrade: Math.max(...against),
        costAgainstKnownLives: mean(share(cost, 'as if lives were known')),
        costAgainstWaiting: mean(share(cost, 'wait for the failure')),
        stopsAgainstWaiting: mean(share(stops, 'wait for the failure')),
        hoursDownAgainstWaiting: mean(share((run) => run.hoursDownPer1000h, 'wait for the failure')),
        hoursDownAgainstTrade: mean(share((run) => run.hoursDownPer1000h, 'trade intervals')),
      })
    }
}

/** Fourteen printers of three builds with ten kinds of part; a failure costs two to nine replacements more. */
function fleetOf(seed, keyedRandom) {
  const draw = (...places) => keyedRandom(1000 + seed, ...places)
  const labourMinorPerHour = 3000
  const parts = Array.from({ length: 10 }, (_, i) => {
    const priceMinor = Math.round(200 * 10 ** draw(1, i))
    const minutes = Math.round(5 + 35 * draw(2, i))
    const replacement = priceMinor + (minutes / 60) * labourMinorPerHour
    return {
      id: `part ${i}`,
      name: `Part ${i}`,
      tradeInterval: Math.round(300 * 10 ** (0.9 * draw(3, i))),
      priceMinor,
      minutes,
      failureExtraMinor: Math.round(replacement * (2 + 7 * draw(4, i))),
    }
  })
  return {
    parts,
    printers: Array.from({ length: 14 }, (_, p) => ({
      id: `printer ${p}`,
      name: `Printer ${p}`,
      hoursPerDay: 5 + 9 * draw(5, p),
      slots: parts.filter((__, i) => draw(6, p % 3, i) < 0.8).map(({ id, name }) => ({ name, partId: id })),
    })),
    labourMinorPerHour,
    setUpMinutes: 5,
    closedWeekdays: [1],
  }
}
