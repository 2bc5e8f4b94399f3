import fc from 'fast-check'
import { bedCurrent } from './bedCurrent.ts'
import { bedPlane, bedPoints } from './bedPlane.ts'
import { beltTension, pitchForTension } from './beltTension.ts'
import { cubeError, newSteps, playAtEdge } from './byHand.ts'
import { InputProblem } from '../inputProblem.ts'
import { seeded } from '../testing/lifetimes.ts'
import { findPitch } from './findPitch.ts'
import { coarsePitchMm, knobTurns } from './knobTurns.ts'
import { meshRepeatability } from './meshRepeatability.ts'
import { pluckedBelt } from './pluckedBelt.ts'
import { readMesh } from './readMesh.ts'
import { soak } from './soak.ts'
import { soundBands, sumOfLevels } from './soundBands.ts'

describe('mesh', () => {
  const plain = [
    [0.1, -0.2, 0.3],
    [0, 0.15, -0.05],
  ]
  it.each([
    ['blanks', '0.1 -0.2 0.3\n0 0.15 -0.05'],
    ['tabs and CR LF', '0.1\t-0.2\t0.3\r\n0\t0.15\t-0.05\r\n'],
    ['commas', '0.1,-0.2,0.3\n0,0.15,-0.05'],
    ['semicolons and decimal commas', '0,1;-0,2;0,3\n0;0,15;-0,05'],
    ['brackets', '[[0.1, -0.2, 0.3], [0.0, 0.15, -0.05]]'],
    ['bars', '| +0.100 | -0.200 | +0.300 |\n| 0.000 | +0.150 | -0.050 |'],
    ['indexes above and before', '      0      1      2\n 0 +0.100 -0.200 +0.300\n 1 +0.000 +0.150 -0.050'],
    ['row words', 'Bed heights:\nRow 0: 0.1 -0.2 0.3\nRow 1: 0 0.15 -0.05\nDone.'],
    ['units and a real minus', '0.1 mm  −0.2 mm  0.3 mm\n0 mm 0.15 mm −0.05 mm'],
  ])('reads %s', (_, text) => expect(readMesh(text)).toEqual(plain))

  it('keeps holes, and rows whose first height happens to be whole', () => {
    expect(readMesh('0.1 . 0.3\nnan 0.2 -')).toEqual([
      [0.1, null, 0.3],
      [null, 0.2, null],
    ])
    expect(readMesh('0 0\n0 0')).toEqual([
      [0, 0],
      [0, 0],
    ])
  })

  it.each([
    ['', 'at least two rows'],
    ['no heights here', 'at least two rows'],
    ['1.5 2.5', 'at least two rows'],
    ['0.1 0.2\n0.1 0.2 0.3', 'Line 2 has 3 heights'],
    ['0.1 0.2\n0.1 2500', 'Line 2: 2500 mm is no height'],
  ])('refuses %p', (text, words) => expect(() => readMesh(text)).toThrow(words))

  const places = { xFirst: 20, xLast: 200, yFirst: 10, yLast: 190 }
  it('finds an exact plane, exact turns, and no warp', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.01, max: 0.01, noNaN: true }),
        fc.double({ min: -0.01, max: 0.01, noNaN: true }),
        (a, b) => {
          const heights = [0, 1, 2, 3].map((j) => [0, 1, 2, 3].map((i) => 0.3 + a * (20 + 60 * i) + b * (10 + 60 * j)))
          const plane = bedPlane(bedPoints(heights, places))
          expect(plane.alongX).toBeCloseTo(a, 9)
          expect(plane.alongY).toBeCloseTo(b, 9)
          expect(plane.warpMm).toBeCloseTo(0, 9)
          const screws = [
            { name: 'left', xMm: 0, yMm: 100 },
            { name: 'right', xMm: 200, yMm: 100 },
            { name: 'back', xMm: 100, yMm: 200 },
          ]
          const turns = knobTurns(plane, screws, coarsePitchMm.M4!, 'left')
          expect(turns[0]!.turns).toBe(0)
          expect(turns[1]!.heightMm).toBeCloseTo(a * 200, 9)
          expect(turns[1]!.turns).toBeCloseTo((Math.abs(a) * 200) / 0.7, 9)
          expect(turns[2]!.heightMm).toBeCloseTo(a * 100 + b * 100, 9)
        },
      ),
    )
  })

  it('leaves the warp that knobs cannot cure', () => {
    const dome = bedPlane(bedPoints(readMesh('0 0.1 0\n0.1 0.3 0.1\n0 0.1 0'), places))
    expect(dome.alongX).toBeCloseTo(0, 12)
    expect(dome.warpMm).toBeCloseTo(0.3, 12)
    expect(dome.rangeMm).toBeCloseTo(0.3, 12)
  })

  it('refuses points in one line, and fewer than three screws', () => {
    expect(() => bedPlane([0, 1, 2].map((x) => ({ x, y: 2 * x, z: 0 })))).toThrow('not in one line')
    const flat = bedPlane(
      bedPoints(
        [
          [0, 0],
          [0, 0],
        ],
        places,
      ),
    )
    expect(() => knobTurns(flat, [], 0.5)).toThrow('three screws')
    expect(() => knobTurns(flat, [], 0)).toThrow('pitch')
  })

  it('tells a loose probe from a tight one, whatever the shift', () => {
    const mesh = [[0, 0.1, 0.2], [0.1, 0.2, 0.3]] // prettier-ignore
    const shifted = mesh.map((row) => row.map((z) => z + 0.05))
    expect(meshRepeatability(mesh, shifted)).toEqual({
      spreadMm: expect.closeTo(0, 12) as number,
      largestMm: expect.closeTo(0, 12) as number,
      shiftMm: expect.closeTo(0.05, 12) as number,
    })
    // Differences +0.06 and −0.06 in turn: variance 6·0.0036/5, halved.
    const loose = mesh.map((row, j) => row.map((z, i) => z + ((i + j) % 2 ? 0.06 : -0.06)))
    expect(meshRepeatability(mesh, loose).spreadMm).toBeCloseTo(Math.sqrt((6 * 0.0036) / 5 / 2), 12)
    expect(() => meshRepeatability(mesh, [[0, 1]])).toThrow('must be alike')
  })
})

describe('pitch', () => {
  // 41.203 Hz: low E of a bass guitar, equal temperament, A4 = 440 Hz (ISO 16).
  it.each([25, 31, 41.203, 55, 70, 84, 97, 110, 135, 164.8, 200, 228, 250])(
    'hears %p Hz within 1 % through noise',
    (hz) => {
      for (const noise of [0, 0.2, 0.5])
        for (const [seed, sampleRate] of [
          [1, 44_100],
          [2, 48_000],
          [3, 16_000],
        ] as const) {
          const heard = findPitch(pluckedBelt({ hz, seconds: 1, sampleRate, noise, seed }), sampleRate)
          expect(Math.abs(heard.hz / hz - 1)).toBeLessThan(0.01)
        }
    },
  )

  // A room that hums at a fifth of the pluck, with its overtones; common practice, no source.
  it.each([50, 60])('hears a belt through a room that hums at %p Hz, or asks for another pluck', (mains) => {
    let heard = 0
    for (const hz of [41.203, 66, 84, 110, 164.8, 228])
      for (const seed of [1, 2]) {
        const rate = 44_100
        const pluck = pluckedBelt({ hz, seconds: 1, sampleRate: rate, noise: 0.05, seed })
        const loudest = pluck.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
        const sound = pluck.map((value, i) => {
          const turn = 2 * Math.PI * mains * (i / rate)
          return value + 0.2 * loudest * (Math.sin(turn + seed) + 0.4 * Math.sin(2 * turn) + 0.2 * Math.sin(3 * turn))
        })
        try {
          expect(Math.abs(findPitch(sound, rate).hz / hz - 1)).toBeLessThan(0.015)
          heard++
        } catch (error) {
          if (!(error instanceof InputProblem)) throw error // it asked for another pluck
        }
      }
    expect(heard).toBeGreaterThanOrEqual(8)
  })

  it('refuses noise alone, silence and scraps', () => {
    for (let seed = 1; seed <= 40; seed++)
      expect(() =>
        findPitch(pluckedBelt({ hz: 50, seconds: 1, sampleRate: 44_100, noise: 1, seed, tone: false }), 44_100),
      ).toThrow('No clear tone')
    expect(() => findPitch(new Float32Array(44_100), 44_100)).toThrow('Nothing is to be heard')
    expect(() => findPitch(new Float32Array(2_000).fill(0.5), 44_100)).toThrow('too short')
  })

  it('does not mind how loud it is', () => {
    const sound = pluckedBelt({ hz: 88, seconds: 1, sampleRate: 44_100, noise: 0.1, seed: 9 })
    const faint = sound.map((value) => value / 50)
    expect(findPitch(faint, 44_100).hz).toBeCloseTo(findPitch(sound, 44_100).hz, 3)
  })

  it('turns pitch into tension and back', () => {
    const span = { spanM: 0.25, massKgPerM: 0.008 }
    expect(beltTension(110, span)).toBeCloseTo(24.2, 9)
    expect(pitchForTension(beltTension(41.203, span), span)).toBeCloseTo(41.203, 9)
    expect(() => beltTension(0, span)).toThrow('more than 0')
  })
})

describe('sums by hand', () => {
  it('multiplies play by the lever', () => {
    expect(playAtEdge(0.2, 235, 60)).toBeCloseTo(0.7833, 4)
    expect(() => playAtEdge(0.2, 235, 0)).toThrow('wheelbase')
  })
  it('compares a cube and sets steps', () => {
    expect(cubeError(20.1, 20)).toBeCloseTo(0.5, 9)
    expect(newSteps(93, 100, 95)).toBeCloseTo(97.8947, 4)
    expect(() => newSteps(93, 100, 0)).toThrow('more than 0')
  })
  it('finds the current of a bed and what it heats', () => {
    const found = bedCurrent({
      powerW: 220,
      volts: 12,
      wireMm2: 2.5,
      wireM: 1,
      contactOhm: 0.01,
      ratingsA: { plug: 16, wire: 24 },
    })
    expect(found.amperes).toBeCloseTo(18.333, 3)
    // R = 0.017241 · 2 / 2.5 = 0.0137928 Ω
    expect(found.wireDropV).toBeCloseTo(0.25287, 4)
    expect(found.wireHeatW).toBeCloseTo(4.636, 3)
    expect(found.contactHeatW).toBeCloseTo(3.361, 3)
    expect(found).toMatchObject({ weakest: 'plug', shareOfRating: expect.closeTo(1.1458, 4) as number })
    expect(() => bedCurrent({ powerW: 0, volts: 12, wireMm2: 1, wireM: 1, contactOhm: 0, ratingsA: {} })).toThrow(
      'Power',
    )
  })
})

describe('soak', () => {
  it('says how sure it is: wider with noise and where the log is short', () => {
    const noisy = (upTo: number, by: number) => {
      const random = seeded(5)
      return Array.from({ length: upTo / 2 + 1 }, (_, i) => ({
        minutes: 2 * i,
        value: 60 - 38 * Math.exp((-2 * i) / 9) + by * (2 * random() - 1),
      }))
    }
    const width = (points: { minutes: number; value: number }[]) => {
      const { flatAfter, flatAfterLimits } = soak(points)
      expect(flatAfterLimits[0]).toBeLessThanOrEqual(flatAfter)
      return (flatAfterLimits[1] ?? Infinity) - flatAfterLimits[0]
    }
    expect(width(noisy(40, 0.1))).toBeLessThan(width(noisy(40, 0.6)))
    expect(width(noisy(40, 0.3))).toBeLessThan(width(noisy(14, 0.3)))
    const [low, high] = soak(noisy(40, 0.3)).flatAfterLimits
    expect(low).toBeLessThan(27)
    expect(high).toBeGreaterThan(26)
  })

  const lag = (tau: number, minutes: number[]) =>
    minutes.map((m) => ({ minutes: m, value: 60 - 38 * Math.exp(-m / tau) }))
  const every2 = Array.from({ length: 21 }, (_, i) => 2 * i)
  it.each([4, 9, 13])('finds the lag of a simulated bed, τ = %p min', (tau) => {
    const found = soak(lag(tau, every2))
    expect(found.minutesPerE).toBeCloseTo(tau, 4)
    expect(found.final).toBeCloseTo(60, 4)
    expect(found.flatAfter).toBeCloseTo(tau * Math.log(20), 3)
    expect(found.isFlat).toBe(tau * Math.log(20) <= 40)
  })
  it('says when it does not level off yet', () => {
    expect(() => soak(every2.map((minutes) => ({ minutes, value: 20 + 0.5 * minutes })))).toThrow('does not level off')
    expect(() => soak(lag(5, [0, 1, 2]))).toThrow('Five readings')
  })
})

describe('sound', () => {
  it('adds two equal sources to 3.01 dB more', () => expect(sumOfLevels([50, 50]) - 50).toBeCloseTo(3.0103, 4))

  const tone = (hz: number, amplitude: number) =>
    Float32Array.from({ length: 44_100 }, (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / 44_100))
  it('puts a tone in its band, and 6.02 dB more for twice the amplitude', () => {
    const [soft, loud] = [soundBands(tone(1000, 0.1), 44_100), soundBands(tone(1000, 0.2), 44_100)]
    const loudest = soft.reduce((a, b) => (b.level > a.level ? b : a))
    expect(loudest.hz).toBe(1000)
    // Mean square of a sine of amplitude 0.1 is 0.005: −23.01 dB.
    expect(loudest.level).toBeCloseTo(-23.01, 1)
    expect(loud.find(({ hz }) => hz === 1000)!.level - loudest.level).toBeCloseTo(6.02, 2)
    expect(sumOfLevels(soft.map(({ level }) => level))).toBeCloseTo(-23.01, 1)
  })
  it('refuses a scrap', () => expect(() => soundBands(new Float32Array(100), 44_100)).toThrow('too short'))
})
