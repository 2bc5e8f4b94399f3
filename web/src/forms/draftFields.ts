import type { ChangeEvent } from 'react'
import type { FieldLimits } from '@diatribon/contract/shapes'

const isEmpty = (value: unknown) => value == null || value === '' || (Array.isArray(value) && value.length === 0)

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
interface OneOf<Value> {
  value: Value
  onChange(value: Value | null): void
  error: string | undefined
  allowDeselect: false
}
interface Figure {
  value: number | undefined
  onChange: (value: number | undefined) => void
  error: string | undefined
  required: boolean
  min?: number
  max?: number
}
type RowOf<List> = NonNullable<List> extends readonly (infer Row extends object)[] ? Row : never

/** A list in a draft: its rows are changed, dropped and added, each has its fields. */
export type DraftRows<Row extends object> = ReturnType<typeof rowsOf<Row>> & { fields: DraftFields<Row>[] }

/** Fields for what stands in a draft; each takes the name in the draft, and the one in the action where that is another. */
export interface DraftFields<Draft extends object> {
  draft: Draft
  set: <Name extends keyof Draft>(name: Name, to: Draft[Name] | ((before: Draft[Name]) => Draft[Name])) => void
  words: (
    name: NamesOf<Draft, string | null | undefined>,
    field?: string,
  ) => {
    value: string
    onChange: (event: Typed) => void
    error: string | undefined
    required: boolean
    maxLength: number | undefined
  }
  figure: (name: NamesOf<Draft, number | null | undefined>, field?: string) => Figure & { allowDecimal: boolean }
  /** A field for money, in whole units with their parts; the action has it in minor units. */
  money: (name: NamesOf<Draft, number | null | undefined>, field?: string) => Figure & { decimals: number }
  /** A field that gives its value itself: a choice, a day, a moment. */
  choice: <Name extends keyof Draft & string>(name: Name, field?: string) => Choice<Draft[Name]>
  /** A choice of which there is always one. */
  oneOf: <Name extends keyof Draft & string>(name: Name, field?: string) => OneOf<Draft[Name]>
  /** A field that adds to a list and takes from it, photos for one. */
  list: <Name extends keyof Draft & string>(
    name: Name,
  ) => { value: Draft[Name]; onChange: (update: (before: Draft[Name]) => Draft[Name]) => void }
  tick: (name: NamesOf<Draft, boolean | undefined>) => {
    checked: boolean
    onChange: (event: ChangeEvent<HTMLInputElement>) => void
  }
  /** The fields of a part of the draft. @param field where the action has them; empty: not in a part, but in itself */
  within: <Name extends NamesOf<Draft, object | null | undefined>>(
    name: Name,
    field?: string,
  ) => DraftFields<Draft[Name] & object>
  rows: <Name extends NamesOf<Draft, readonly object[] | null | undefined>>(
    name: Name,
    field?: string,
  ) => DraftRows<RowOf<Draft[Name]>>
}

type Typed = ChangeEvent<HTMLInputElement | HTMLTextAreaElement>

/** What is known of a field of the action: what the server found wrong with it, and its limits. */
type About = (field: string) => { error: string | undefined } & Partial<FieldLimits>

/** Fields for what stands in a draft, or in a part of one. @param first what it began with */
export function fieldsOf<Draft extends object>(
  draft: Draft,
  first: Draft | undefined,
  change: (to: (before: Draft) => Draft) => void,
  about: About,
): DraftFields<Draft> {
  const set: DraftFields<Draft>['set'] = (name, to) =>
    change((before) => ({
      ...before,
      [name]: typeof to === 'function' ? (to as (before: Draft[typeof name]) => unknown)(before[name]) : to,
    }))
  const asked = (field: string) => ({ error: about(field).error, required: about(field).required ?? false })
  return {
    draft,
    set,
    words: (name, field = name) => ({
      ...asked(field),
      maxLength: about(field).maxLength,
      value: (draft[name] as string | null | undefined) ?? '',
      onChange: (event) => set(name, event.currentTarget.value as Draft[typeof name]),
    }),
    figure: (name, field = name) => ({
      ...asked(field),
      min: about(field).min,
      max: about(field).max,
      allowDecimal: !about(field).whole,
      value: (draft[name] as number | null | undefined) ?? undefined,
      onChange: (value) => set(name, value as Draft[typeof name]),
    }),
    money: (name, field = name) => ({
      ...asked(field),
      min: 0,
      decimals: 3,
      value: draft[name] as number | undefined,
      onChange: (value) => set(name, value as Draft[typeof name]),
    }),
    choice: (name, field = name) => ({
      ...asked(field),
      // What is chosen from the start is not asked for.
      required: isEmpty(first?.[name]) && asked(field).required,
      value: draft[name],
      onChange: (value) => set(name, value),
    }),
    oneOf: (name, field = name) => ({
      error: about(field).error,
      allowDeselect: false,
      value: draft[name],
      onChange: (value) => {
        if (value !== null) set(name, value)
      },
    }),
    list: (name) => ({
      value: draft[name],
      onChange: (update) => set(name, update),
    }),
    tick: (name) => ({
      checked: (draft[name] as boolean | undefined) ?? false,
      onChange: (event) => set(name, event.currentTarget.checked as Draft[typeof name]),
    }),
    within: (name, field = name) =>
      fieldsOf(
        (draft[name] ?? {}) as object,
        first?.[name] as object | undefined,
        (to) => set(name, (before) => to(before as object) as Draft[typeof name]),
        (inner) => about(field ? `${field}.${inner}` : inner),
      ) as never,
    rows: (name, field = name) => {
      const rows = (draft[name] as object[] | null | undefined) ?? []
      const setRows = (to: (before: object[]) => object[]) =>
        set(name, (before) => to((before as object[] | null | undefined) ?? []) as Draft[typeof name])
      return {
        ...rowsOf(setRows),
        fields: rows.map((row, i) =>
          fieldsOf(
            row,
            undefined,
            (to) => setRows((before) => before.map((one, k) => (k === i ? to(one) : one))),
            (inner) => about(inner ? `${field}.${i}.${inner}` : `${field}.${i}`),
          ),
        ),
      } as never
    },
  }
}

/** A list in a draft whose rows are changed, dropped and added. @param set the setter of the draft, for this list */
function rowsOf<Row extends object>(set: (to: (before: Row[]) => Row[]) => void) {
  return {
    change: (at: number, part: Partial<Row>) =>
      set((rows) => rows.map((row, i) => (i === at ? { ...row, ...part } : row))),
    drop: (at: number) => set((rows) => rows.filter((_, i) => i !== at)),
    add: (row: Row) => set((rows) => [...rows, row]),
  }
}
