/** How a part meets its neighbours of a kind. What is left out does not matter, or nobody has said. */
export interface PartJoint {
  /** Kind of slot of the neighbour. */
  with: string
  /** As it stands on the sheet, "M6". */
  thread?: string
  lengthMm?: number
  boreMm?: number
  voltageV?: number
  connector?: string
}

/** A part with the kind of slot that it goes into. */
export interface JointedPart {
  name: string
  slotKind: string
  joints: readonly PartJoint[]
}

/** Two parts that cannot be put together, and why. */
export interface Misfit {
  parts: [string, string]
  what: 'thread' | 'length' | 'bore' | 'voltage' | 'connector'
  words: string
}

const properties = [
  ['thread', 'thread', ''],
  ['lengthMm', 'length', ' mm'],
  ['boreMm', 'bore', ' mm'],
  ['voltageV', 'voltage', ' V'],
  ['connector', 'connector', ''],
] as const
/** Lengths and bores on two makers' sheets are rounded differently: common practice, no source. */
const nearMm = 0.05

/**
 * Which of these parts do not fit each other: what both sides of a joint say must agree. What only one side says is no contradiction.
 * @param parts as they would sit beside each other on one printer
 * @returns one line for each property that differs, in the order of the parts; empty when nothing speaks against it
 */
export function misfits(parts: readonly JointedPart[]): Misfit[] {
  const found: Misfit[] = []
  parts.forEach((a, i) => {
    for (const b of parts.slice(i + 1)) {
      const [here, there] = [jointTo(a, b), jointTo(b, a)]
      if (!here || !there) continue
      for (const [key, what, unit] of properties) {
        const [mine, theirs] = [here[key], there[key]]
        if (mine === undefined || theirs === undefined || agree(mine, theirs)) continue
        const words = `${a.name} has a ${what} of ${mine}${unit} towards the ${b.slotKind}, ${b.name} one of ${theirs}${unit}.`
        found.push({ parts: [a.name, b.name], what, words })
      }
    }
  })
  return found
}

const jointTo = (part: JointedPart, other: JointedPart) =>
  part.joints.find(({ with: kind }) => kind.toLowerCase() === other.slotKind.toLowerCase())

function agree(a: string | number, b: string | number): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= nearMm
  return String(a).trim().toLowerCase() === String(b).trim().toLowerCase()
}
