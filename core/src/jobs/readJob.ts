import { nothingTold, withComment } from './fileComments.ts'
import { InputProblem } from '../inputProblem.ts'
import { crossSectionMm2 } from './filament.ts'
import type { Extent, JobFigures, Motion } from './jobFigures.ts'
import { MovePlanner } from './planMoves.ts'

/** A command longer than this is no command; comments may be of any length. */
const longestCommand = 64 * 1024
/** Farther than any printer reaches; what lies beyond is a damaged file. */
const farthestMm = 100_000
const hottestC = 1500
/** Lines of the first layer that are kept for the drawing. */
const mostLines = 20_000
/** How far a rounded corner strays from the path, from memory. */
const usualCornerMm = 0.02
/** Share of lines that may mean nothing before the file is taken for something else. */
const mostlyNotUnderstood = 0.9

const inchMm = 25.4
/** Of a comment, so many bytes are read. */
const longestComment = 200
const text = new TextDecoder()
const A = 65
/** Letters as places in a list of 26. */
const place = (letter: string) => letter.charCodeAt(0) - A
const [D, E, F, G, I, J] = [place('D'), place('E'), place('F'), place('G'), place('I'), place('J')]
const [M, N, P, R, S, T] = [place('M'), place('N'), place('P'), place('R'), place('S'), place('T')]
const [X, Y, Z] = [place('X'), place('Y'), place('Z')]

/**
 * Reads a job file (G-code) as a stream of bytes, in bounded memory, and tells what it asks of a printer.
 *
 * Time is that of a trapezoid per move with look-ahead (see planMoves). Understood: G0 to G4, G10 G11, G20 G21, G28, G90
 * G91 G92, M82 M83, M104 M109 M140 M190 M141 M191, M200 (volumetric), M201 M203 M204, M207, T, comments, line
 * numbers and checksums; lines may be of any length as long as that is comment.
 * @throws InputProblem 'not-a-job-file', 'line-too-long', 'impossible-figure', each naming the line
 * Source: Kramer, Proctor & Messina (2000), The NIST RS274NGC Interpreter, NISTIR 6556; the M codes of printers are
 * common practice, no source.
 */
export class JobReader {
  private readonly planner: MovePlanner
  private readonly values = new Float64Array(26)
  /** Bit for each letter that the line has. */
  private has = 0
  private rest = new Uint8Array(longestCommand)
  private restLength = 0
  /** Where in the rest a comment begins; −1: nowhere. */
  private commentAt = -1
  /** Inside a comment that began in an earlier block of bytes, whose end is still to come. */
  private skipping = false

  private lines = 0
  private notUnderstood = 0
  private moves = 0

  private x = 0
  private y = 0
  private z = 0
  private e = 0
  private absolute = true
  private absoluteE = true
  private scale = 1
  private feed: number
  private tool = 0
  /** Cross-section by which amounts in mm³ are divided; 1 when amounts are lengths. */
  private volumetric = 1
  private acceleration: number
  private travelAcceleration: number
  private retractAcceleration: number
  private readonly axisSpeed: [number, number, number, number]
  private readonly axisAcceleration: [number, number, number, number]
  private retractMm = 1
  private retracted = false

  private readonly fed: number[] = [0]
  private readonly mostFed: number[] = [0]
  private nozzleC: number | null = null
  private bedC: number | null = null
  private chamberC: number | null = null
  private printed: Extent | null = null
  private reach: Extent | null = null
  private firstLayerMm: number | null = null
  private layerZ = -Infinity
  private layers = 0
  private retractions = 0
  private travelMm = 0
  private heatingWaits = 0
  private fastest = 0
  private askedAcceleration = 0
  private probes = false
  private comments = nothingTold
  private laid = { lengthMm: 0, fedMm: 0 }
  private firstLayer = new Float32Array(4 * mostLines)
  private kept = 0
  private seen = 0
  private stride = 1

  constructor(private readonly motion: Motion) {
    const { accelerationMmPerS2, maxSpeedMmPerS } = motion
    this.planner = new MovePlanner(usualCornerMm)
    this.feed = maxSpeedMmPerS / 2
    this.acceleration = this.travelAcceleration = this.retractAcceleration = accelerationMmPerS2
    this.axisSpeed = [maxSpeedMmPerS, maxSpeedMmPerS, Infinity, Infinity]
    this.axisAcceleration = [Infinity, Infinity, Infinity, Infinity]
  }

  /** Takes the next bytes of the file. */
  push(bytes: Uint8Array): void {
    let start = 0
    if (this.skipping || this.restLength > 0) {
      const end = bytes.indexOf(10)
      const until = end < 0 ? bytes.length : end
      if (!this.skipping) this.keep(bytes, 0, until)
      if (end < 0) return
      this.line(this.rest, 0, this.restLength)
      this.restLength = 0
      this.commentAt = -1
      this.skipping = false
      start = end + 1
    }
    for (;;) {
      const end = bytes.indexOf(10, start)
      if (end < 0) break
      this.line(bytes, start, end)
      start = end + 1
    }
    this.keep(bytes, start, bytes.length)
  }

  /** The end of the file. */
  finish(): JobFigures {
    if (this.restLength > 0) this.line(this.rest, 0, this.restLength)
    this.restLength = 0
    if (this.moves === 0 || this.notUnderstood > mostlyNotUnderstood * this.lines)
      throw new InputProblem(
        'not-a-job-file',
        this.lines === 0 || this.moves === 0
          ? 'There is no move in this file: it is not a job file (G-code), or it is empty.'
          : `${this.notUnderstood} of ${this.lines} lines mean nothing: this is not a job file (G-code).`,
        { lines: this.lines },
      )
    return {
      seconds: this.planner.seconds(),
      filamentMm: this.mostFed.map((mm) => Math.max(0, mm)),
      nozzleC: this.nozzleC,
      bedC: this.bedC,
      chamberC: this.chamberC,
      printed: this.printed,
      reach: this.reach!,
      firstLayerMm: this.firstLayerMm,
      layers: this.layers,
      filamentLooksLikeMm: this.looksLike(),
      retractions: this.retractions,
      travelMm: this.travelMm,
      heatingWaits: this.heatingWaits,
      lines: this.lines,
      notUnderstood: this.notUnderstood,
      fastestMmPerS: this.fastest > 0 ? this.fastest : null,
      accelerationMmPerS2: this.askedAcceleration > 0 ? this.askedAcceleration : null,
      probes: this.probes,
      told: this.comments,
      firstLayer: this.firstLayer.slice(0, 4 * this.kept),
    }
  }

  /** Keeps the beginning of a line until its end comes; of a comment nothing is kept. */
  private keep(bytes: Uint8Array, from: number, to: number): void {
    for (let i = from; i < to; i++) {
      const byte = bytes[i]!
      // Of a comment its beginning is kept, which may tell what the job was made for.
      if (byte === 59 && this.commentAt < 0) this.commentAt = this.restLength
      if (this.commentAt >= 0 && this.restLength - this.commentAt > longestComment) {
        this.skipping = true
        return
      }
      if (this.restLength === longestCommand)
        throw new InputProblem(
          'line-too-long',
          `Line ${this.lines + 1} is longer than ${longestCommand / 1024} kB without an end: this is not a job file (G-code).`,
          { line: this.lines + 1 },
        )
      this.rest[this.restLength++] = byte
    }
  }

  private line(bytes: Uint8Array, from: number, to: number): void {
    this.lines++
    this.has = 0
    let i = from
    let command = -1
    let code = -1
    while (i < to) {
      let byte = bytes[i]!
      if (byte === 32 || byte === 9 || byte === 13) {
        i++
        continue
      }
      if (byte === 59 && command < 0) this.comment(bytes, i + 1, to)
      if (byte === 59 || byte === 42) break // the rest is comment, or a checksum
      if (byte === 40) {
        while (i < to && bytes[i] !== 41) i++
        i++
        continue
      }
      if (byte === 0)
        throw new InputProblem(
          'not-a-job-file',
          `Line ${this.lines} holds zero bytes: the file is binary, or not saved as plain text (UTF-8).`,
          { line: this.lines },
        )
      if (byte >= 97 && byte <= 122) byte -= 32
      const letter = byte - A
      if (letter < 0 || letter > 25) return this.strange(command, bytes, from)
      // A number by hand: no text is made of it, which is what makes the reader fast.
      i++
      while (bytes[i] === 32 && i < to) i++
      let negative = false
      if (bytes[i] === 45) {
        negative = true
        i++
      } else if (bytes[i] === 43) i++
      let digits = 0
      let value = 0
      let digit: number
      while (i < to && (digit = bytes[i]! - 48) >= 0 && digit <= 9) {
        value = value * 10 + digit
        digits++
        i++
      }
      if (i < to && bytes[i] === 46) {
        i++
        let tens = 1
        while (i < to && (digit = bytes[i]! - 48) >= 0 && digit <= 9) {
          if (tens < 1e15) {
            value = value * 10 + digit
            tens *= 10
          }
          digits++
          i++
        }
        value /= tens
      }
      if (digits === 0) {
        // "X" alone names an axis, as after G28; a letter followed by another is a word of some maker.
        const next = i < to ? bytes[i]! : 32
        if (next !== 32 && next !== 13 && next !== 9 && next !== 59 && next !== 42)
          return this.strange(command, bytes, from)
        value = NaN
      }
      if (negative) value = -value
      if (command < 0) {
        if (letter === N) continue
        if (letter !== G && letter !== M && letter !== T) return this.strange(-1, bytes, from)
        command = letter
        code = value
        if (command === M && (code === 117 || code === 118)) return // words for the display
        continue
      }
      this.values[letter] = value
      this.has |= 1 << letter
    }
    if (command === G) this.g(code)
    else if (command === M) this.m(code)
    else if (command === T) this.selectTool(code)
  }

  /** A line that is all comment may tell what the job was made for; most tell nothing, and cost a look at a few bytes. */
  private comment(bytes: Uint8Array, from: number, to: number): void {
    let i = from
    while (i < to && bytes[i] === 32) i++
    const first = bytes[i]! | 32
    // n(ozzle), f(ilament), m(aterial, machine), p(rinter)
    if (first !== 110 && first !== 102 && first !== 109 && first !== 112) return
    this.comments = withComment(this.comments, text.decode(bytes.subarray(from, Math.min(to, from + longestComment))))
  }

  private strange(command: number, bytes: Uint8Array, from: number): void {
    if (command < 0 && bytes[from] !== 37) this.notUnderstood++ // a lone % marks the ends of a tape
  }

  private g(code: number): void {
    switch (code) {
      case 0:
      case 1:
        return this.straight()
      case 2:
      case 3:
        return this.arc(code === 2)
      case 4: {
        this.planner.pause(this.number(S, 0) + this.number(P, 0) / 1000)
        return
      }
      case 10:
      case 11: {
        if ((code === 10) === this.retracted) return
        this.retracted = code === 10
        this.feeder(code === 10 ? -this.retractMm : this.retractMm)
        return
      }
      case 20:
      case 21:
        this.scale = code === 20 ? inchMm : 1
        return
      case 29:
        this.probes = true
        return
      case 28: {
        const all = (this.has & ((1 << X) | (1 << Y) | (1 << Z))) === 0
        if (all || this.told(X)) this.x = 0
        if (all || this.told(Y)) this.y = 0
        if (all || this.told(Z)) this.z = 0
        this.planner.pause(0)
        return
      }
      case 90:
      case 91:
        this.absolute = this.absoluteE = code === 90
        return
      case 92: {
        const none = (this.has & ((1 << X) | (1 << Y) | (1 << Z) | (1 << E))) === 0
        if (none || this.told(X)) this.x = this.length(X, 0)
        if (none || this.told(Y)) this.y = this.length(Y, 0)
        if (none || this.told(Z)) this.z = this.length(Z, 0)
        if (none || this.told(E)) this.e = this.length(E, 0)
        return
      }
    }
  }

  private m(code: number): void {
    switch (code) {
      case 82:
      case 83:
        this.absoluteE = code === 82
        return
      case 104:
      case 109:
        this.nozzleC = this.hottest(this.nozzleC)
        if (code === 109) this.heatingWaits++
        return
      case 140:
      case 190:
        this.bedC = this.hottest(this.bedC)
        if (code === 190) this.heatingWaits++
        return
      case 141:
      case 191:
        this.chamberC = this.hottest(this.chamberC)
        if (code === 191) this.heatingWaits++
        return
      case 200: {
        const diameter = this.length(D, this.motion.filamentMm)
        this.volumetric = diameter > 0 && this.number(S, 1) !== 0 ? crossSectionMm2(diameter) : 1
        return
      }
      case 201:
      case 203: {
        const limits = code === 201 ? this.axisAcceleration : this.axisSpeed
        for (const [i, letter] of [X, Y, Z, E].entries()) {
          const value = this.length(letter, 0)
          if (value > 0) limits[i] = code === 203 && i < 2 ? Math.min(value, this.motion.maxSpeedMmPerS) : value
        }
        return
      }
      case 204: {
        const own = this.motion.accelerationMmPerS2
        const limit = (letter: number, before: number) => {
          const value = this.length(letter, 0)
          if (value > this.askedAcceleration) this.askedAcceleration = value
          return value > 0 ? Math.min(value, own) : before
        }
        this.acceleration = limit(P, limit(S, this.acceleration))
        this.travelAcceleration = limit(T, limit(S, this.travelAcceleration))
        this.retractAcceleration = limit(R, this.retractAcceleration)
        return
      }
      case 207:
        this.retractMm = this.length(S, this.retractMm)
        return
    }
  }

  private selectTool(code: number): void {
    if (!(code >= 0 && code < 64)) return
    this.tool = code
    while (this.fed.length <= code) {
      this.fed.push(0)
      this.mostFed.push(0)
    }
  }

  private straight(): void {
    const [x0, y0, z0] = [this.x, this.y, this.z]
    const fed = this.target()
    const [dx, dy, dz] = [this.x - x0, this.y - y0, this.z - z0]
    const lengthMm = Math.sqrt(dx * dx + dy * dy + dz * dz)
    if (lengthMm === 0) {
      if (fed !== 0) this.feeder(fed)
      return
    }
    this.feedCounts(fed)
    this.widenReach()
    const prints = fed > 0
    const [ux, uy, uz] = [dx / lengthMm, dy / lengthMm, dz / lengthMm]
    this.plan(lengthMm, fed, prints, ux, uy, uz, ux, uy, uz)
    if (!prints) this.travelMm += lengthMm
    else if (dx !== 0 || dy !== 0) this.lay(x0, y0, this.x, this.y, lengthMm, fed)
  }

  /** An arc in the plane of the plate, with its centre (I J) or its radius (R); Z may rise along it. */
  private arc(clockwise: boolean): void {
    const [x0, y0, z0] = [this.x, this.y, this.z]
    const [i, j, r] = [this.length(I, 0), this.length(J, 0), this.length(R, 0)]
    const byRadius = this.told(R)
    const fed = this.target()
    const [x1, y1] = [this.x, this.y]
    let [cx, cy] = [x0 + i, y0 + j]
    if (byRadius) {
      const [mx, my] = [(x1 - x0) / 2, (y1 - y0) / 2]
      const half = Math.hypot(mx, my)
      if (half === 0) return
      const rise = Math.sqrt(Math.max(0, r * r - half * half)) / half
      const side = clockwise === r > 0 ? 1 : -1
      ;[cx, cy] = [x0 + mx + side * my * rise, y0 + my - side * mx * rise]
    }
    const radius = Math.hypot(x0 - cx, y0 - cy)
    if (radius === 0) return
    const from = Math.atan2(y0 - cy, x0 - cx)
    let sweep = Math.atan2(y1 - cy, x1 - cx) - from
    if (clockwise && sweep >= -1e-9) sweep -= 2 * Math.PI
    if (!clockwise && sweep <= 1e-9) sweep += 2 * Math.PI
    const flat = Math.abs(sweep) * radius
    const lengthMm = Math.hypot(flat, this.z - z0)
    const turn = Math.sign(sweep)
    const tangent = (angle: number) => [-Math.sin(angle) * turn, Math.cos(angle) * turn] as const
    const [sx, sy] = tangent(from)
    const [ex, ey] = tangent(from + sweep)
    this.feedCounts(fed)
    // Round a bend no faster than the acceleration holds it: v² = a·r.
    const before = this.feed
    this.feed = Math.min(this.feed, Math.sqrt(this.acceleration * radius))
    this.plan(lengthMm, fed, fed > 0, sx, sy, 0, ex, ey, 0)
    this.feed = before
    if (fed <= 0) this.travelMm += lengthMm
    // Drawn, and measured in extent, as short straight lines: 0.05 mm from the round at most.
    const steps = Math.min(
      720,
      Math.max(4, Math.ceil(Math.abs(sweep) / (2 * Math.acos(Math.max(0, 1 - 0.05 / radius)) || 1))),
    )
    let [px, py] = [x0, y0]
    for (let k = 1; k <= steps; k++) {
      const angle = from + (sweep * k) / steps
      const [qx, qy] = [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)]
      ;[this.x, this.y] = [qx, qy]
      this.widenReach()
      if (fed > 0) this.lay(px, py, qx, qy, lengthMm / steps, fed / steps)
      ;[px, py] = [qx, qy]
    }
    ;[this.x, this.y] = [x1, y1]
  }

  /** Moves the position to where the line says. @returns filament fed, mm */
  private target(): number {
    if (this.told(F)) {
      const feed = this.length(F, 0) / 60
      if (feed > 0) this.feed = feed
    }
    const base = this.absolute ? 0 : 1
    if (this.told(X)) this.x = base * this.x + this.length(X, 0)
    if (this.told(Y)) this.y = base * this.y + this.length(Y, 0)
    if (this.told(Z)) this.z = base * this.z + this.length(Z, 0)
    if (!this.told(E)) return 0
    const e = this.length(E, 0)
    const fed = this.absoluteE ? e - this.e : e
    this.e = this.absoluteE ? e : this.e + e
    return fed / this.volumetric
  }

  private plan(
    lengthMm: number,
    fed: number,
    prints: boolean,
    sx: number,
    sy: number,
    sz: number,
    ex: number,
    ey: number,
    ez: number,
  ): void {
    this.moves++
    let speed = this.feed
    if (speed > this.fastest) this.fastest = speed
    let acceleration = prints ? this.acceleration : this.travelAcceleration
    const [vx, vy, vz, ve] = this.axisSpeed
    const [ax, ay, az, ae] = this.axisAcceleration
    // An axis takes its share of the move: what it can do limits the whole.
    const [px, py, pz, pe] = [Math.abs(sx), Math.abs(sy), Math.abs(sz), Math.abs(fed) / lengthMm]
    if (px > 0) [speed, acceleration] = [Math.min(speed, vx / px), Math.min(acceleration, ax / px)]
    if (py > 0) [speed, acceleration] = [Math.min(speed, vy / py), Math.min(acceleration, ay / py)]
    if (pz > 0) [speed, acceleration] = [Math.min(speed, vz / pz), Math.min(acceleration, az / pz)]
    if (pe > 0) [speed, acceleration] = [Math.min(speed, ve / pe), Math.min(acceleration, ae / pe)]
    this.planner.add(lengthMm, speed, acceleration, sx, sy, sz, ex, ey, ez)
  }

  /** The feeder alone: a retraction, or what takes it back. */
  private feeder(fed: number): void {
    this.feedCounts(fed)
    if (fed < 0) this.retractions++
    const acceleration = Math.min(this.retractAcceleration, this.axisAcceleration[3])
    this.planner.add(Math.abs(fed), Math.min(this.feed, this.axisSpeed[3]), acceleration, 0, 0, 0)
  }

  private feedCounts(fed: number): void {
    if (fed === 0) return
    const total = (this.fed[this.tool]! += fed)
    if (total > this.mostFed[this.tool]!) this.mostFed[this.tool] = total
  }

  /** Plastic is laid along a line. */
  private lay(x0: number, y0: number, x1: number, y1: number, lengthMm: number, fed: number): void {
    const z = this.z
    const box = (this.printed ??= emptyExtent())
    widen(box, x0, y0, z)
    widen(box, x1, y1, z)
    this.laid.lengthMm += lengthMm
    this.laid.fedMm += fed
    if (z > this.layerZ + 1e-4) {
      this.layerZ = z
      this.layers++
      this.firstLayerMm ??= z
    }
    if (this.layers === 1 && this.seen++ % this.stride === 0) {
      if (this.kept === mostLines) this.thinOut()
      this.firstLayer.set([x0, y0, x1, y1], 4 * this.kept++)
    }
  }

  private thinOut(): void {
    for (let i = 0; i < mostLines / 2; i++) this.firstLayer.copyWithin(4 * i, 8 * i, 8 * i + 4)
    this.kept = mostLines / 2
    this.stride *= 2
  }

  private widenReach(): void {
    widen((this.reach ??= emptyExtent()), this.x, this.y, this.z)
  }

  /**
   * Which filament the amounts are made for: the width of the line that they would lay, layer height given, is near
   * the usual for one of the two diameters only.
   */
  private looksLike(): number | null {
    const height = this.layers > 1 ? (this.layerZ - this.firstLayerMm!) / (this.layers - 1) : (this.firstLayerMm ?? 0)
    if (this.laid.lengthMm < 100 || height <= 0 || height > 2) return null
    const perMm = this.laid.fedMm / this.laid.lengthMm
    const plausible = [1.75, 2.85].filter((diameter) => {
      const width = (perMm * crossSectionMm2(diameter)) / height
      return width > 0.28 && width < 0.85
    })
    return plausible.length === 1 ? plausible[0]! : null
  }

  private told(letter: number): boolean {
    return (this.has & (1 << letter)) !== 0
  }

  private number(letter: number, otherwise: number): number {
    if (!this.told(letter)) return otherwise
    const value = this.values[letter]!
    return Number.isNaN(value) ? otherwise : value
  }

  /** A length or a speed in the units of the file, as mm. */
  private length(letter: number, otherwise: number): number {
    if (!this.told(letter)) return otherwise
    const value = this.values[letter]! * this.scale
    if (Number.isNaN(value)) return otherwise
    if (!(Math.abs(value) <= (letter === F ? 60 * farthestMm : letter === E ? 1e8 : farthestMm)))
      this.impossible(letter, `${value.toPrecision(3)} mm`)
    return value
  }

  private hottest(before: number | null): number | null {
    const celsius = this.number(S, this.number(R, NaN))
    if (Number.isNaN(celsius)) return before
    if (!(Math.abs(celsius) <= hottestC)) this.impossible(S, `${celsius.toPrecision(3)} °C`)
    return before === null || celsius > before ? celsius : before
  }

  private impossible(letter: number, said: string): never {
    throw new InputProblem(
      'impossible-figure',
      `Line ${this.lines} asks for ${String.fromCharCode(letter + A)} = ${said}, which no printer can do. The file is damaged.`,
      { line: this.lines },
    )
  }
}

const emptyExtent = (): Extent => ({
  minX: Infinity,
  maxX: -Infinity,
  minY: Infinity,
  maxY: -Infinity,
  minZ: Infinity,
  maxZ: -Infinity,
})

function widen(box: Extent, x: number, y: number, z: number): void {
  if (x < box.minX) box.minX = x
  if (x > box.maxX) box.maxX = x
  if (y < box.minY) box.minY = y
  if (y > box.maxY) box.maxY = y
  if (z < box.minZ) box.minZ = z
  if (z > box.maxZ) box.maxZ = z
}
