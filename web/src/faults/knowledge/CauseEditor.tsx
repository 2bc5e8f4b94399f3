import { TagsInput, Textarea } from '@mantine/core'
import type { Cause } from '@diatribon/contract'
import { EditorDialog } from '../../forms/EditorDialog.tsx'
import { useSetDraft } from '../../forms/useDraft.ts'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, DrawingField, SignOffField, textOrNull } from './AboutFields.tsx'

const fresh: Omit<Cause, 'id'> = {
  name: '',
  mechanism: '',
  fix: '',
  minutes: 10,
  drawing: null,
  about: { slotKinds: [], models: [] },
  changes: [],
  caution: null,
  signOff: null,
  dropped: false,
}

const causeBegun = (from: Cause | null) => {
  const { id, caution, minutes, ...rest } = from ?? { id: newKey(), ...fresh }
  return { causeId: id, ...rest, caution: caution ?? '', minutes: minutes as number | undefined }
}

/** A cause: how it does harm, and what puts it right. */
export function CauseEditor({ from, onClose }: { from: Cause | null; onClose: () => void }) {
  const form = useSetDraft(() => causeBegun(from), { kind: 'set-cause', done: 'Set', onClose })
  const { words, figure, choice } = form
  return (
    <EditorDialog
      what="cause"
      before={from?.name ?? null}
      form={form}
      action={({ caution, minutes = 0, ...rest }, dropped) => ({
        kind: 'set-cause',
        ...rest,
        minutes,
        caution: textOrNull(caution),
        dropped,
      })}
    >
      <Textarea label="How it does harm" mt="sm" autosize {...words('mechanism')} />
      <Textarea label="What puts it right" mt="sm" autosize {...words('fix')} />
      <FigureField label="Minutes to look at it and put it right" {...figure('minutes')} />
      <TagsInput label="Parts that are changed for it, by kind of slot" mt="sm" {...choice('changes')} />
      <DrawingField {...choice('drawing')} />
      <AboutField {...choice('about')} />
      <SignOffField {...choice('signOff')} />
      <CautionField {...words('caution')} />
    </EditorDialog>
  )
}
