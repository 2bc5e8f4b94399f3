/** What a step can need of the machine, in the words that people choose from. */
export const machineNeeds = [
  'probe',
  'no probe',
  'flat bed',
  'bed knobs',
  'lead screw',
  'wheels',
  'rails or rods',
  'heated bed',
  'enclosure',
] as const
export type MachineNeed = (typeof machineNeeds)[number]

/** A machine as far as steps ask about it. */
export interface MachineBuild {
  /** Kinds of the slots that it has now. */
  slotKinds: readonly string[]
  /** null: nobody has said what it can do. */
  limits: { enclosed: boolean; bedMaxC: number } | null
  /** Whether its bed is carried by screws that are turned by hand; null: nobody has said. */
  bedScrews: boolean | null
}

/**
 * Whether a machine has what a step needs.
 * @returns null when the book does not know
 * Source: common practice, no source.
 */
export function hasOn(machine: MachineBuild, need: MachineNeed): boolean | null {
  const { slotKinds, limits, bedScrews } = machine
  const some = (...kinds: string[]) => kinds.some((kind) => slotKinds.includes(kind))
  switch (need) {
    case 'probe':
      return some('probe')
    case 'no probe':
      return !some('probe')
    case 'flat bed':
      return !some('bed belt')
    case 'bed knobs':
      return some('bed belt') ? false : bedScrews
    case 'lead screw':
      return some('lead screw', 'lead-screw nut', 'coupler')
    case 'wheels':
      return some('wheels')
    case 'rails or rods':
      return some('bearings')
    case 'heated bed':
      return limits && limits.bedMaxC > 0
    case 'enclosure':
      return some('enclosure') || (limits && limits.enclosed)
  }
}

interface Step {
  needs?: readonly MachineNeed[]
  optional?: boolean
}

/**
 * The steps that a machine is asked for: those that need what it has not are left out; where nobody knows whether it has it, the step may be
 * left out by whoever stands there.
 * @param steps in their order
 */
export function stepsOn<S extends Step>(steps: readonly S[], machine: MachineBuild): S[] {
  return steps.flatMap((step) => {
    const has = (step.needs ?? []).map((need) => hasOn(machine, need))
    if (has.includes(false)) return []
    return [has.includes(null) ? { ...step, optional: true } : step]
  })
}

/** Whether a check has something to do on a machine: one of the steps that it cannot do without, or any where all may be left out. */
export function isCheckFor(steps: readonly Step[], machine: MachineBuild): boolean {
  const must = steps.filter(({ optional }) => !optional)
  return stepsOn(must.length > 0 ? must : steps, machine).length > 0
}

/** What a machine has not of what a check needs, for the sentence that refuses it. */
export const lacking = (steps: readonly Step[], machine: MachineBuild): MachineNeed[] => [
  ...new Set(steps.flatMap(({ needs = [] }) => needs.filter((need) => hasOn(machine, need) === false))),
]
