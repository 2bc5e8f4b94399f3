import { hasOn, isCheckFor, lacking, stepsOn, type MachineBuild, type MachineNeed } from './machineNeeds.ts'

// Common practice, no source: a belt bed has no screw to oil, a machine without a probe is levelled by its knobs.
const beltBed: MachineBuild = {
  slotKinds: ['nozzle', 'bearings', 'bed belt', 'bed roller'],
  limits: { enclosed: false, bedMaxC: 90 },
  bedScrews: null,
}
const byHand: MachineBuild = {
  slotKinds: ['nozzle', 'wheels', 'lead-screw nut'],
  limits: { enclosed: false, bedMaxC: 100 },
  bedScrews: true,
}
const unknown: MachineBuild = { slotKinds: ['nozzle', 'probe'], limits: null, bedScrews: null }

const step = (title: string, needs?: MachineNeed[], optional?: boolean) => ({ title, needs, optional })
const titles = (steps: { title: string; optional?: boolean }[]) =>
  steps.map(({ title, optional }) => `${title}${optional ? ' (may be left out)' : ''}`)

describe('what a machine has', () => {
  it('is told by its slots, its limits and the screws of its bed', () => {
    const has = (machine: MachineBuild) =>
      (
        ['probe', 'no probe', 'bed knobs', 'lead screw', 'wheels', 'rails or rods', 'heated bed', 'enclosure'] as const
      ).map((need) => hasOn(machine, need))
    expect(has(beltBed)).toEqual([false, true, false, false, false, true, true, false])
    expect(has(byHand)).toEqual([false, true, true, true, true, false, true, false])
    expect(has(unknown)).toEqual([true, false, null, false, false, false, null, null])
    expect(hasOn({ ...byHand, slotKinds: ['enclosure'] }, 'enclosure')).toBe(true)
    expect(hasOn({ ...byHand, limits: { enclosed: false, bedMaxC: 0 } }, 'heated bed')).toBe(false)
  })
})

describe('the steps of a check', () => {
  const mesh = [
    step('soak', ['heated bed']),
    step('turn the knobs', ['bed knobs', 'probe']),
    step('mesh', ['probe']),
    step('photo', undefined, true),
  ]

  it('leave out what the machine has not, and may leave out what nobody knows', () => {
    expect(titles(stepsOn(mesh, byHand))).toEqual(['soak', 'photo (may be left out)'])
    expect(titles(stepsOn(mesh, unknown))).toEqual([
      'soak (may be left out)',
      'turn the knobs (may be left out)',
      'mesh',
      'photo (may be left out)',
    ])
  })

  it('make it a check for the machine as long as one is left that must be done', () => {
    const oiling = [
      step('wipe the screw', ['lead screw']),
      step('oil it', ['lead screw']),
      step('photo', undefined, true),
    ]
    expect(isCheckFor(oiling, beltBed)).toBe(false)
    expect(lacking(oiling, beltBed)).toEqual(['lead screw'])
    expect(isCheckFor(oiling, byHand)).toBe(true)
    expect(isCheckFor([step('photo', undefined, true)], beltBed)).toBe(true)
    expect(isCheckFor([step('tick')], unknown)).toBe(true)
    expect(lacking([step('tick')], unknown)).toEqual([])
  })
})
