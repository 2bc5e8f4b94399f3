import { limitNaming, type UpgradeStep } from '@diatribon/contract'

/** What a step of a design does to the printer, in words. @param partName name of a part type by its id */
export function stepWords(step: UpgradeStep, partName: (id: string) => string): string {
  const withPart = (id: string | undefined) => (id ? ` with ${partName(id)}` : ', empty')
  switch (step.kind) {
    case 'add slot':
      return `One slot more: ${step.slot} (${step.slotKind})${withPart(step.partTypeId)}`
    case 'fit part':
      return `${partName(step.partTypeId)} into ${step.slot}`
    case 'change slot':
      return `${step.slot} becomes a ${step.slotKind}${withPart(step.partTypeId)}`
    case 'remove slot':
      return `${step.slot} is taken off`
    case 'set limit': {
      const [name, unit] = limitNaming[step.limit]
      return `${name[0]?.toUpperCase()}${name.slice(1)}: ${step.value} ${unit}`
    }
  }
}

/** What is wrong with a step as it stands; null: nothing. */
export function stepMisses(step: Partial<UpgradeStep> & Pick<UpgradeStep, 'kind'>): string | null {
  const of = step as Record<string, unknown>
  if (step.kind !== 'set limit' && !of.slot) return 'Name the slot.'
  if ((step.kind === 'add slot' || step.kind === 'change slot') && !of.slotKind) return 'Say what the slot takes.'
  if (step.kind === 'fit part' && !of.partTypeId) return 'Choose the part.'
  if (step.kind === 'set limit' && (of.limit === undefined || of.value === undefined))
    return 'Give the limit its figure.'
  return null
}
