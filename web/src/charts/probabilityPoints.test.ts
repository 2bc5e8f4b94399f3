import { onWeibullAxis, probabilityPoints } from './probabilityPoints.ts'

const steps = [
  { time: 100, survival: 0.75 },
  { time: 200, survival: 0.25 },
]

it('lies in the middle of its step', () => {
  const at = (age: number) => ({ age, href: `#${age}`, title: String(age) })
  expect(probabilityPoints(steps, [at(100), at(200), at(150)]).map(({ share }) => share)).toEqual([0.125, 0.5])
})

it('a Weibull life is straight on these axes', () => {
  const share = (age: number) => 1 - Math.exp(-((age / 300) ** 2.5))
  const slope = (from: number, to: number) =>
    (onWeibullAxis(share(to)) - onWeibullAxis(share(from))) / (Math.log(to) - Math.log(from))
  expect(slope(50, 100)).toBeCloseTo(2.5, 9)
  expect(slope(100, 400)).toBeCloseTo(2.5, 9)
})
