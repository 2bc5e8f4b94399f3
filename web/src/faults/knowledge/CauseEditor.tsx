import { TagsInput } from '@mantine/core'
import { useState } from 'react'
import type { Cause } from '@diatribon/contract'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, DrawingField, SignOffField, textOrNull } from './AboutFields.tsx'
import { EditorDialog, WordsField } from '../../forms/EditorDialog.tsx'

const fresh: Cause = {
  id: '',
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

/** A cause: how it does harm, and what puts it right. */
export function CauseEditor({ from, onClose }: { from: Cause | null; onClose: () => void }) {
  const [causeId] = useState(() => from?.id ?? newKey())
  const [cause, setCause] = useState<Cause>(from ?? fresh)
  const set = (change: Partial<Cause>) => setCause({ ...cause, ...change })
  const { name, mechanism, fix, minutes, drawing, about, changes, caution, signOff } = cause
  const action = (dropped: boolean) => {
    const { id: _, ...rest } = cause
    return { kind: 'set-cause' as const, causeId, ...rest, caution: textOrNull(caution), dropped }
  }
  return (
    <EditorDialog
      what="cause"
      before={from?.name ?? null}
      name={name}
      onName={(next) => set({ name: next })}
      action={action}
      onClose={onClose}
    >
      {(fields) => (
        <>
          <WordsField
            label="How it does harm"
            value={mechanism}
            onChange={(next) => set({ mechanism: next })}
            error={fields.mechanism}
          />
          <WordsField
            label="What puts it right"
            value={fix}
            onChange={(next) => set({ fix: next })}
            error={fields.fix}
          />
          <FigureField
            label="Minutes to look at it and put it right"
            required
            min={1}
            value={minutes}
            onChange={(next) => set({ minutes: next ?? 0 })}
            error={fields.minutes}
          />
          <TagsInput
            label="Parts that are changed for it, by kind of slot"
            mt="sm"
            value={changes}
            onChange={(next) => set({ changes: next })}
          />
          <DrawingField value={drawing} onChange={(next) => set({ drawing: next })} />
          <AboutField value={about} onChange={(next) => set({ about: next })} />
          <SignOffField value={signOff} onChange={(next) => set({ signOff: next })} />
          <CautionField value={caution} onChange={(next) => set({ caution: next })} />
        </>
      )}
    </EditorDialog>
  )
}
