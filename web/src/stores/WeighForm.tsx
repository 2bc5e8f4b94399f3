import type { Spool } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { number } from '../ui/words.ts'

/** What the scale shows of a spool, and what that leaves. */
export function WeighForm({ spool, onClose }: { spool: Spool; onClose: () => void }) {
  const { draft, figure, sheet } = useDraft(
    { grossGrams: undefined as number | undefined },
    { kind: 'weigh-spool', done: `${spool.name} weighed`, onClose },
  )
  const net = draft.grossGrams === undefined ? null : draft.grossGrams - spool.tareGrams
  return (
    <ActionDialog
      title={`Weigh: ${spool.name}`}
      verb="Weigh"
      {...sheet(({ grossGrams = 0 }) => ({ kind: 'weigh-spool', spoolId: spool.id, grossGrams }))}
    >
      <FigureField
        label="The scale shows, in grams"
        description={`With its spool, which weighs ${spool.tareGrams} g empty.`}
        size="lg"
        data-autofocus
        {...figure('grossGrams')}
      />
      <p aria-live="polite" style={{ minHeight: '1.5em' }}>
        {net !== null && net >= 0 && `${number(net, 3)} g of filament are left.`}
      </p>
    </ActionDialog>
  )
}
