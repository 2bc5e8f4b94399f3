import { useState, type Dispatch, type SetStateAction } from 'react'
import type { ActionKindName } from '@diatribon/contract'
import { useAction, type FormAction } from '../session/useAction.ts'
import { useSetAction } from '../session/useSetAction.ts'
import { fieldsOf } from './draftFields.ts'
import { useLimits } from './useLimits.ts'

interface DraftOf<Draft> {
  /** The action that is drafted: its shape says what the fields may hold. */
  kind: ActionKindName | ((draft: Draft) => ActionKindName)
  /** What is said once it is done. */
  done: string | null | ((draft: Draft) => string)
  /** The form is done with: sent, or left. */
  onClose: (draft: Draft) => void
}

/**
 * What is typed into a form until it is sent as an action. Fields get from it all that they need: value, change, error, whether they must
 * be filled in, and their limits, from the shape of the action.
 */
export function useDraft<Draft extends object>(begun: Draft | (() => Draft), of: DraftOf<Draft>) {
  const typed = useState(begun)
  return useFields(
    typed,
    useAction(doneWords(of, typed[0]), () => of.onClose(typed[0])),
    of,
  )
}

/** As `useDraft`, for what is set: the version that was there when the form was opened goes with it. */
export function useSetDraft<Draft extends object>(begun: Draft | (() => Draft), of: DraftOf<Draft>) {
  const typed = useState(begun)
  return useFields(
    typed,
    useSetAction(doneWords(of, typed[0]), () => of.onClose(typed[0])),
    of,
  )
}

const doneWords = <Draft>({ done }: DraftOf<Draft>, draft: Draft) => (typeof done === 'function' ? done(draft) : done)

function useFields<Draft extends object>(
  [draft, setDraft]: [Draft, Dispatch<SetStateAction<Draft>>],
  { submit, busy, fields, problem }: ReturnType<typeof useAction>,
  { kind, onClose }: DraftOf<Draft>,
) {
  const [first] = useState(draft)
  const [missing, setMissing] = useState<string | null>(null)
  const limits = useLimits(typeof kind === 'function' ? kind(draft) : kind)
  const change = (to: (before: Draft) => Draft) => {
    setMissing(null)
    setDraft(to)
  }
  return {
    ...fieldsOf(draft, first, change, (field) => ({ error: fields[field], ...limits(field) })),
    fields,
    busy,
    problem,
    /** For forms of which several buttons send something. Gives whether it was taken. */
    send: submit,
    /**
     * What the sheet around the fields needs.
     * @param action what is sent of the draft; a sentence where something is missing that no field says by itself
     */
    sheet: (action: (draft: Draft) => FormAction | FormAction[] | string) => ({
      busy,
      problem: missing ? new Error(missing) : problem,
      onClose: () => onClose(draft),
      onSubmit: () => {
        const asked = action(draft)
        setMissing(typeof asked === 'string' ? asked : null)
        if (typeof asked !== 'string') void submit(asked)
      },
    }),
  }
}

export type DraftForm<Draft extends object> = ReturnType<typeof useDraft<Draft>>
