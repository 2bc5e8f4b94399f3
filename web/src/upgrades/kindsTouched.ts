import type { UpgradeStep } from '@diatribon/contract'

/** Kinds of slot that a design works on, on a printer with these slots: each once. */
export function kindsTouched(
  steps: readonly UpgradeStep[],
  slots: readonly { name: string; kind: string }[],
): string[] {
  return [
    ...new Set(
      steps.flatMap((step) => {
        if (step.kind === 'set limit') return []
        const there = slots.find(({ name }) => name.toLowerCase() === step.slot.toLowerCase())?.kind
        return [there ?? [], 'slotKind' in step ? step.slotKind : []].flat()
      }),
    ),
  ]
}
