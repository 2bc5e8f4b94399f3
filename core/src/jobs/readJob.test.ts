import fc from 'fast-check'
import { InputProblem } from '../inputProblem.ts'
import { gramsOf, metresOf } from './filament.ts'
import type { Motion } from './jobFigures.ts'
import { JobReader } from './readJob.ts'

const motion: Motion = { accelerationMmPerS2: 500, maxSpeedMmPerS: 200, filamentMm: 1.75 }
const encoder = new TextEncoder()

function read(text: string | Uint8Array, block = Infinity) {
  const bytes = typeof text === 'string' ? encoder.encode(text) : text
  const reader = new JobReader(motion)
  for (let i = 0; i < bytes.length; i += block) reader.push(bytes.subarray(i, Math.min(bytes.length, i + block)))
  return reader.finish()
}
const problem = (work: () => unknown): InputProblem => {
  try {
    work()
  } catch (error) {
    if (error instanceof InputProblem) return error
    throw error
  }
  throw new Error('not refused')
}

describe('filament', () => {
  // Common practice, no source: 1 kg of 1.24 g/cm³ at 1.75 mm is about 335 m.
  it('1 kg is 335.28 m', () =>
    expect(metresOf({ grams: 1000, diameterMm: 1.75, densityGPerCm3: 1.24 })).toBeCloseTo(335.28, 2))
  it('and back', () => expect(gramsOf({ metres: 335.28, diameterMm: 1.75, densityGPerCm3: 1.24 })).toBeCloseTo(1000, 1))
  it('refuses what is no filament', () =>
    expect(problem(() => metresOf({ grams: 1, diameterMm: 0, densityGPerCm3: 1 })).code).toBe('not-positive'))
})

describe('time', () => {
  it('one move of 100 mm at 50 mm/s and 500 mm/s² is 2.1 s', () =>
    expect(read('G1 X100 F3000\n').seconds).toBeCloseTo(2.1, 12))
  it('a short move is 2·√(L/a)', () => expect(read('G1 X1 F3000\n').seconds).toBeCloseTo(2 * Math.sqrt(1 / 500), 12))
  it('keeps to the limits of the file, and of the printer', () => {
    // By hand: 100 mm at 20 mm/s with 100 mm/s²: 0.2 s up, 0.2 s down, 96 mm at 20.
    expect(read('M203 X20\nM201 X100\nG1 X100 F3000\n').seconds).toBeCloseTo(0.4 + 96 / 20, 12)
    expect(read('M204 P100\nG1 X100 E1 F1200\n').seconds).toBeCloseTo(0.4 + 96 / 20, 12)
    expect(read('M204 S90000\nG1 X100 F3000\n').seconds).toBeCloseTo(2.1, 12)
  })
  it('counts pauses in seconds and in milliseconds', () => {
    expect(read('G1 X100 F3000\nG4 S3\n').seconds).toBeCloseTo(5.1, 12)
    expect(read('G1 X100 F3000\nG4 P500\n').seconds).toBeCloseTo(2.6, 12)
  })
  it('counts a retraction: 5 mm at 40 mm/s and 500 mm/s² is 0.205 s', () =>
    expect(read('G1 X100 F3000\nG1 E-5 F2400\n').seconds).toBeCloseTo(2.1 + 0.205, 12))
})

describe('places', () => {
  it('absolute, relative, set anew, homed', () => {
    const { reach } = read('G1 X10 Y20\nG91\nG1 X5 Y-5\nG90\nG92 X0\nG1 X7\nG28 X\nG1 Y3\n')
    expect(reach).toMatchObject({ minX: 0, maxX: 15, minY: 3, maxY: 20 })
  })
  it('inches', () => expect(read('G20\nG1 X1 Y2\n').reach).toMatchObject({ maxX: 25.4, maxY: 50.8 }))
  it('a half circle with its centre, drawn to its crown', () => {
    const { reach, seconds, printed } = read('G1 X10 Y0 F3000\nG92 E0\nG3 X-10 Y0 I-10 J0 E2 F600\n')
    expect(reach.maxY).toBeCloseTo(10, 1)
    expect(printed).toMatchObject({ minY: 0 })
    // 10 mm/s along π·10 mm, and what came before.
    expect(seconds).toBeGreaterThan(3.1)
    expect(seconds).toBeLessThan(4)
  })
  it('the same with its radius, and the other way round', () => {
    expect(read('G1 X10 Y0\nG3 X-10 Y0 R10\n').reach.maxY).toBeCloseTo(10, 1)
    expect(read('G1 X10 Y0\nG2 X-10 Y0 I-10 J0\n').reach.minY).toBeCloseTo(-10, 1)
  })
  it('a full circle', () => {
    const { reach } = read('G1 X10 Y0\nG2 X10 Y0 I-10 J0\n')
    expect(reach).toMatchObject({ minX: expect.closeTo(-10, 1) as number, maxY: expect.closeTo(10, 1) as number })
  })
})

describe('filament used', () => {
  it('absolute, with a retraction and its return', () =>
    expect(read('G92 E0\nG1 X10 E1\nG1 E0.2\nG1 X20\nG1 E1\nG1 X30 E2\n').filamentMm[0]).toBeCloseTo(2, 9))
  it('relative', () => expect(read('M83\nG1 X10 E1\nG1 E-0.8\nG1 E0.8\nG1 X20 E1\n').filamentMm[0]).toBeCloseTo(2, 9))
  it('counts retractions', () => expect(read('M83\nG1 X10 E1\nG1 E-0.8\nG10\nG11\nG1 X2\n').retractions).toBe(2))
  it('by tool', () => {
    const { filamentMm } = read('M83\nT0\nG1 X10 E1\nT1\nG1 X20 E3\nT0\nG1 X0 E1\n')
    expect(filamentMm).toEqual([2, 3])
  })
  it('volumetric: 2.405 mm³ of 1.75 mm filament is 1 mm', () =>
    expect(read('M200 D1.75\nM83\nG1 X10 E2.40528\n').filamentMm[0]).toBeCloseTo(1, 5))
  it('tells for which diameter the amounts are made', () => {
    // Lines 0.45 mm wide and 0.2 mm high: 0.09 mm² a mm.
    const lines = (perMm: number) =>
      `M83\nG1 Z0.2\n${Array.from({ length: 20 }, (_, i) => `G1 X${i % 2 ? 0 : 100} E${100 * perMm}\nG1 Y${i}\n`).join('')}`
    expect(read(lines(0.09 / 2.40528)).filamentLooksLikeMm).toBe(1.75)
    expect(read(lines(0.09 / 6.3794)).filamentLooksLikeMm).toBe(2.85)
    expect(read('G1 X100\n').filamentLooksLikeMm).toBeNull()
  })
})

describe('temperatures and layers', () => {
  it('keeps the highest of each', () => {
    const text = 'M140 S60\nM190 S65\nM104 S205\nM109 S215\nM141 S40\nG1 X1 E1\nM104 S0\n'
    expect(read(text)).toMatchObject({ nozzleC: 215, bedC: 65, chamberC: 40, heatingWaits: 2 })
  })
  it('counts layers and knows the first', () => {
    const { layers, firstLayerMm, firstLayer } = read(
      'M83\nG1 Z0.3\nG1 X10 E1\nG1 Y10 E1\nG1 Z5\nG1 X0\nG1 Z0.5\nG1 X10 E1\n',
    )
    expect({ layers, firstLayerMm }).toEqual({ layers: 2, firstLayerMm: 0.3 })
    expect([...firstLayer]).toEqual([0, 0, 10, 0, 10, 0, 10, 10])
  })
  it('thins out a first layer of very many lines', () => {
    const text = `M83\nG1 Z0.2\n${Array.from({ length: 50_000 }, (_, i) => `G1 X${i % 100} Y${i / 1000} E1\n`).join('')}`
    const { firstLayer } = read(text)
    expect(firstLayer.length / 4).toBeLessThanOrEqual(20_000)
    expect(firstLayer.length / 4).toBeGreaterThan(9000)
  })
})

describe('what a file looks like', () => {
  const job = 'G28\r\nM83 ; relative\r\nN4 G1 X100 (over here) E2 F3000*57\r\ng1 y50 e1\r\nM117 Hello X9 world\r\n'
  it('comments, line ends, line numbers, checksums, small letters', () => {
    const figures = read(job)
    expect(figures).toMatchObject({ lines: 5, notUnderstood: 0, reach: { maxX: 100, maxY: 50 } })
    expect(figures.filamentMm[0]).toBeCloseTo(3, 9)
  })
  it('no line end at the end, no header', () => expect(read('G1 X100 F3000').seconds).toBeCloseTo(2.1, 12))
  it('in blocks of any size', () => {
    for (const size of [1, 2, 3, 7, 64]) expect(read(job, size)).toEqual(read(job))
  })
  it('a comment of many megabytes', () => {
    const reader = new JobReader(motion)
    reader.push(encoder.encode('G1 X100 F3000 ;'))
    const block = new Uint8Array(1 << 20).fill(65)
    for (let i = 0; i < 8; i++) reader.push(block)
    reader.push(encoder.encode('\nG1 X0\n'))
    expect(reader.finish()).toMatchObject({ lines: 2, reach: { maxX: 100 } })
  })
  it('words of one maker are passed over and counted', () =>
    expect(read('G1 X1\nSTART_SOMETHING A=1\nG1 X2\n')).toMatchObject({ notUnderstood: 1 }))
})

describe('what is refused', () => {
  it.each([
    ['nothing', '', 'not-a-job-file'],
    ['a letter', 'Dear Sir,\nthe printer is broken.\n', 'not-a-job-file'],
    ['a table', 'name,hours\nLimpet,3\n', 'not-a-job-file'],
    ['a place that cannot be', 'G1 X10\nG1 X99999999999999999999\n', 'impossible-figure'],
    ['a heat that cannot be', 'G1 X10\nM104 S99999\n', 'impossible-figure'],
    [
      'text of two bytes a letter',
      String.fromCharCode(...[...'G1 X1\n'].flatMap((c) => [c.charCodeAt(0), 0])),
      'not-a-job-file',
    ],
  ])('%s', (_, text, code) => expect(problem(() => read(text)).code).toBe(code))

  it('says the line', () => expect(problem(() => read('G1 X10\nG1 X1\nG1 X9999999\n')).message).toContain('Line 3'))

  it('a gigabyte without a line end, in bounded memory', () => {
    const reader = new JobReader(motion)
    const block = new Uint8Array(1 << 20).fill(65)
    expect(
      problem(() => {
        for (let i = 0; i < 1024; i++) reader.push(block)
      }).code,
    ).toBe('line-too-long')
  })

  it('random bytes, cut files: a figure or a sentence, never anything else', () => {
    const good = encoder.encode('G28\nM83\nG1 X10 Y10 E1 F1200\nG3 X0 Y0 I-5 J-5 E1\nM104 S200\nT1\nG1 X5 E0.5\n')
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), fc.nat(good.length), (noise, cut) => {
        for (const bytes of [noise, new Uint8Array([...good.subarray(0, cut), ...noise, ...good.subarray(cut)])])
          try {
            const figures = read(bytes, 37)
            expect(Number.isFinite(figures.seconds)).toBe(true)
            for (const side of Object.values(figures.reach)) expect(Number.isFinite(side)).toBe(true)
            expect(figures.filamentMm.every((mm) => mm >= 0 && Number.isFinite(mm))).toBe(true)
          } catch (error) {
            expect(error).toBeInstanceOf(InputProblem)
            expect((error as InputProblem).message.length).toBeGreaterThan(20)
          }
      }),
      { numRuns: 1000 },
    )
  })
})
