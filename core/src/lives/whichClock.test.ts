import { seeded, weibullDraw } from '../testing/lifetimes.ts'
import { whichClock } from './whichClock.ts'

/** Parts that age by metres, on printers that print fast or slowly. */
function parts(count: number) {
  const random = seeded(23)
  return Array.from({ length: count }, () => {
    const metres = weibullDraw(random, 3, 5000)
    const perHour = 4 + 12 * random()
    const isRunning = random() < 0.2
    const share = isRunning ? random() : 1
    return {
      ages: {
        hours: (share * metres) / perHour,
        metres: share * metres,
        days: (share * metres) / perHour / (2 + 6 * random()),
      },
      failed: !isRunning,
    }
  })
}

// Kordonsky & Gertsbakh (1997): the clock on which lives are most alike is the one by which they age.
it('finds metres for parts that age by metres', () => {
  const [best, next] = whichClock(parts(60), ['hours', 'metres', 'days'])
  expect(best!.clock).toBe('metres')
  expect(best!.shape).toBeGreaterThan(next!.shape)
  expect(best!.logLikelihood - next!.logLikelihood).toBeGreaterThan(3)
})

it('does not depend on which clock comes first, nor on its unit', () => {
  const list = parts(40)
  const one = whichClock(list, ['hours', 'metres'])
  const other = whichClock(
    list.map(({ ages, failed }) => ({ ages: { ...ages, metres: ages.metres * 1000 }, failed })),
    ['metres', 'hours'],
  )
  expect(other.map(({ clock }) => clock)).toEqual(one.map(({ clock }) => clock))
  expect(other[0]!.logLikelihood - other[1]!.logLikelihood).toBeCloseTo(
    one[0]!.logLikelihood - one[1]!.logLikelihood,
    4,
  )
})

it('says nothing of few failures', () => {
  expect(whichClock(parts(60).slice(0, 4), ['hours', 'metres'])).toEqual([])
  expect(whichClock([], ['hours'])).toEqual([])
})
