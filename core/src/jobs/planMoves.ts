/**
 * Moves looked ahead over: half of them is what a stop must fit into. At 0.1 mm a move that is 100 mm; a path of still
 * shorter ones than any printer could stop in comes out a little slow, never fast.
 */
const capacity = 2048
/** Moves whose times are settled at once; the rest still waits for what follows. */
const settled = capacity / 2

/**
 * Time of a chain of moves with look-ahead.
 *
 * Each move speeds up, cruises and slows down with one acceleration (a trapezoid). Between two moves the speed is limited
 * by the corner: v² = a·δ·s/(1 − s), s the sine of half the angle between them and δ how far a rounded corner may stray
 * from the path. A backward pass lets every move slow down in time for what comes, a forward pass lets none start faster
 * than it can be.
 * Source: trapezoid and look-ahead as in any text on motion planning; the corner by centripetal acceleration, from memory.
 */
export class MovePlanner {
  private readonly length = new Float64Array(capacity)
  private readonly speed = new Float64Array(capacity)
  private readonly acceleration = new Float64Array(capacity)
  /** Highest speed at the corner before the move, and what of it can be reached. */
  private readonly corner = new Float64Array(capacity)
  private readonly entry = new Float64Array(capacity)
  private count = 0
  /** Direction and speed at the end of the newest move. */
  private dx = 0
  private dy = 0
  private dz = 0
  private lastSpeed = 0
  private total = 0

  /** @param cornerMm how far a rounded corner may stray from the path, > 0 */
  constructor(private readonly cornerMm: number) {}

  /**
   * Adds a move.
   * @param lengthMm > 0
   * @param limits speed and acceleration, > 0
   * @param sx,sy,sz unit direction at its start; all 0 for a move of the feeder alone, at which the head stands
   * @param ex,ey,ez unit direction at its end
   */
  add(
    lengthMm: number,
    speed: number,
    acceleration: number,
    sx: number,
    sy: number,
    sz: number,
    ex = sx,
    ey = sy,
    ez = sz,
  ): void {
    if (this.count === capacity) this.settle(settled)
    const i = this.count++
    this.length[i] = lengthMm
    this.speed[i] = speed
    this.acceleration[i] = acceleration
    this.corner[i] = this.cornerSpeed(speed, acceleration, sx, sy, sz)
    this.dx = ex
    this.dy = ey
    this.dz = ez
    this.lastSpeed = speed
  }

  /** The head stands: before it, everything slows to 0. @param seconds how long */
  pause(seconds: number): void {
    this.total += seconds
    this.lastSpeed = 0
  }

  /** Seconds of all moves so far, with a stop at the end. */
  seconds(): number {
    this.settle(this.count)
    return this.total
  }

  private cornerSpeed(speed: number, acceleration: number, sx: number, sy: number, sz: number): number {
    const fastest = Math.min(speed, this.lastSpeed)
    if (fastest === 0) return 0
    const cosine = this.dx * sx + this.dy * sy + this.dz * sz
    const still = sx === 0 && sy === 0 && sz === 0
    if (still || (this.dx === 0 && this.dy === 0 && this.dz === 0)) return 0
    if (cosine > 0.999999) return fastest
    if (cosine < -0.999999) return 0
    // Angle between the moves: straight on is 180°, back again is 0.
    const half = Math.sqrt((1 + cosine) / 2)
    return Math.min(fastest, Math.sqrt((acceleration * this.cornerMm * half) / (1 - half)))
  }

  private settle(upTo: number): void {
    const { length, speed, acceleration, corner, entry, count } = this
    if (count === 0) return
    let exit = 0
    for (let i = count - 1; i > 0; i--) {
      exit = entry[i] = Math.min(corner[i]!, Math.sqrt(exit * exit + 2 * acceleration[i]! * length[i]!))
    }
    let from = corner[0]!
    for (let i = 0; i < upTo; i++) {
      const [l, a] = [length[i]!, acceleration[i]!]
      const to = i + 1 < count ? Math.min(entry[i + 1]!, Math.sqrt(from * from + 2 * a * l)) : 0
      this.total += trapezoidSeconds(l, from, speed[i]!, to, a)
      from = to
    }
    // What was planned beyond is planned again with what follows: only the speed reached is kept.
    const kept = count - upTo
    length.copyWithin(0, upTo, count)
    speed.copyWithin(0, upTo, count)
    acceleration.copyWithin(0, upTo, count)
    corner.copyWithin(0, upTo, count)
    this.count = kept
    if (kept > 0) corner[0] = from
    else this.lastSpeed = 0
  }
}

/**
 * Seconds of one move that starts at one speed, may reach another and ends at a third.
 *
 * Where the length is too short to reach the speed, its peak is √((2·a·L + from² + to²)/2).
 * @param lengthMm, acceleration > 0; speeds in mm/s, from and to ≤ speed
 */
export function trapezoidSeconds(
  lengthMm: number,
  from: number,
  speed: number,
  to: number,
  acceleration: number,
): number {
  const peak = Math.min(speed, Math.sqrt((2 * acceleration * lengthMm + from * from + to * to) / 2))
  const ramps = (2 * peak * peak - from * from - to * to) / (2 * acceleration)
  return (2 * peak - from - to) / acceleration + Math.max(0, lengthMm - ramps) / peak
}
