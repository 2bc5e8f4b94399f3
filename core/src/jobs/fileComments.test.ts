import { JobReader } from './readJob.ts'
import { nothingTold, withComment } from './fileComments.ts'

const told = (...lines: string[]) => lines.reduce(withComment, nothingTold)

it('reads plain words, and the first word on each counts', () =>
  expect(
    told(
      ' nozzle_diameter = 0.6',
      ' filament diameter: 2,85',
      ' filament_type = Warping',
      ' printer model: Dunlin D2',
      ' nozzle size 0.4',
    ),
  ).toEqual({ boreMm: 0.6, filamentMm: 2.85, material: 'warping', madeFor: 'Dunlin D2' }))

it.each([
  ['no figure', ' nozzle diameter as fitted'],
  ['an impossible figure', ' nozzle diameter = 40'],
  ['a word in passing', ' this line speaks of a machine'],
  ['much of nothing', ` ${'nozzle '.repeat(20_000)}`],
])('says nothing for %s', (_, line) => expect(told(line)).toEqual(nothingTold))

it('is part of what a job file tells, with what it asks of the motion', () => {
  const reader = new JobReader({ accelerationMmPerS2: 1000, maxSpeedMmPerS: 150, filamentMm: 1.75 })
  const file = 'G28\nG29\nM204 S5000\nG1 X100 Y0 F18000\nG1 X0 E5 F3000\n; nozzle diameter = 0.8\n'
  // In two pieces, so that a comment is cut in its middle.
  reader.push(new TextEncoder().encode(file.slice(0, 60)))
  reader.push(new TextEncoder().encode(file.slice(60)))
  expect(reader.finish()).toMatchObject({
    told: { boreMm: 0.8 },
    fastestMmPerS: 300,
    accelerationMmPerS2: 5000,
    probes: true,
  })
})
