import { useState, type ChangeEvent, type Dispatch, type SetStateAction } from 'react'
import type { ActionKindName } from '@diatribon/contract'
import { useAction, type FormAction } from '../session/useAction.ts'
import { useSetAction } from '../session/useSetAction.ts'
import { useLimits } from './useLimits.ts'

interface DraftOf<Draft> {
  /** The action that is drafted: its shape says what the fields may hold. */
  kind: ActionKindName
  /** What is said once it is done. */
  done: string | null | ((draft: Draft) => string)
  onClose: () => void
}

const isEmpty = (value: unknown) => value === null || value === '' || (Array.isArray(value) && value.length === 0)

type NamesOf<Draft, Value> = {
  [Name in keyof Draft]-?: Draft[Name] extends Value ? Name : never
}[keyof Draft] &
  string
/** A method, so that a field whose values are any words takes one whose values are a few. */
interface Choice<Value> {
  value: Value
  onChange(value: Value): void
  error: string | undefined
  required: boolean
}
type Typed = ChangeEvent<HTMLInputElement | HTMLTextAreaElement>

/**
 * What is typed into a form until it is sent as an action. Fields get from it all that they need: value, change, error, whether they must
 * be filled in, and their limits, from the shape of the action.
 */
export function useDraft<Draft extends object>(begun: Draft | (() => Draft), of: DraftOf<Draft>) {
  const typed = useState(begun)
  return useFields(typed, useAction(doneWords(of, typed[0]), of.onClose), of)
}

/** As `useDraft`, for what is set: the version that was there when the form was opened goes with it. */
export function useSetDraft<Draft extends object>(begun: Draft | (() => Draft), of: DraftOf<Draft>) {
  const typed = useState(begun)
  return useFields(typed, useSetAction(doneWords(of, typed[0]), of.onClose), of)
}

const doneWords = <Draft>({ done }: DraftOf<Draft>, draft: Draft) => (typeof done === 'function' ? done(draft) : done)

function useFields<Draft extends object>(
  [draft, setDraft]: [Draft, Dispatch<SetStateAction<Draft>>],
  { submit, busy, fields, problem }: ReturnType<typeof useAction>,
  { kind, onClose }: DraftOf<Draft>,
) {
  const [first] = useState(draft)
  const [missing, setMissing] = useState<string | null>(null)
  const limits = useLimits(kind)
  const set = <Name extends keyof Draft>(name: Name, to: Draft[Name] | ((before: Draft[Name]) => Draft[Name])) => {
    setMissing(null)
    setDraft((before) => ({
      ...before,
      [name]: typeof to === 'function' ? (to as (before: Draft[Name]) => Draft[Name])(before[name]) : to,
    }))
  }
  const about = (field: string) => ({ error: fields[field], required: limits(field)?.required ?? false })

  return {
    draft,
    set,
    /** A field for words. @param field its name in the action, where that is another */
    words: (name: NamesOf<Draft, string | undefined>, field: string = name) => ({
      ...about(field),
      maxLength: limits(field)?.maxLength,
      value: (draft[name] as string | undefined) ?? '',
      onChange: (event: Typed) => set(name, event.currentTarget.value as Draft[typeof name]),
    }),
    /** A field for a figure. */
    figure: (name: NamesOf<Draft, number | undefined>, field: string = name) => ({
      ...about(field),
      min: limits(field)?.min,
      max: limits(field)?.max,
      allowDecimal: !limits(field)?.whole,
      value: draft[name] as number | undefined,
      onChange: (value: number | undefined) => set(name, value as Draft[typeof name]),
    }),
    /** A field for money, in whole units with their parts; the action has it in minor units. */
    money: (name: NamesOf<Draft, number | undefined>, field: string) => ({
      ...about(field),
      min: 0,
      decimals: 3,
      value: draft[name] as number | undefined,
      onChange: (value: number | undefined) => set(name, value as Draft[typeof name]),
    }),
    /** A field that gives its value itself: a choice, a day, a moment. */
    choice: <Name extends keyof Draft & string>(name: Name, field: string = name): Choice<Draft[Name]> => ({
      ...about(field),
      // What is chosen from the start is not asked for.
      required: isEmpty(first[name]) && about(field).required,
      value: draft[name],
      onChange: (value) => set(name, value),
    }),
    /** A choice of which there is always one. */
    oneOf: <Name extends keyof Draft & string>(name: Name, field: string = name) => ({
      error: fields[field],
      allowDeselect: false,
      value: draft[name],
      onChange: (value: Draft[Name] | null) => {
        if (value !== null) set(name, value)
      },
    }),
    /** A field that adds to a list and takes from it, photos for one. */
    list: <Name extends keyof Draft & string>(name: Name) => ({
      value: draft[name],
      onChange: (update: (before: Draft[Name]) => Draft[Name]) => set(name, update),
    }),
    tick: (name: NamesOf<Draft, boolean>) => ({
      checked: draft[name] as boolean,
      onChange: (event: Typed) =>
        set(name, (event as ChangeEvent<HTMLInputElement>).currentTarget.checked as Draft[typeof name]),
    }),
    fields,
    /**
     * What the sheet around the fields needs.
     * @param action what is sent of the draft; a sentence where something is missing that no field says by itself
     */
    sheet: (action: (draft: Draft) => FormAction | FormAction[] | string) => ({
      busy,
      problem: missing ? new Error(missing) : problem,
      onClose,
      onSubmit: () => {
        const asked = action(draft)
        setMissing(typeof asked === 'string' ? asked : null)
        if (typeof asked !== 'string') void submit(asked)
      },
    }),
  }
}

export type DraftForm<Draft extends object> = ReturnType<typeof useDraft<Draft>>
