import { slotKinds, type SignOff } from '@diatribon/contract'
import { useSlotKindTable } from './parts.ts'

/** The kinds of slot of this workshop; those of the table are known before the answer comes, and without a line. */
export function useSlotKinds() {
  const { data: kinds = slotKinds } = useSlotKindTable()
  const find = (name: string) => kinds.find((kind) => kind.name.toLowerCase() === name.toLowerCase())
  return {
    kinds,
    names: kinds.map(({ name }) => name),
    /** The sign-off that work on such a slot needs. */
    workOf: (name: string): SignOff | null => find(name)?.work ?? null,
    cautionOf: (name: string): string | null => find(name)?.caution ?? null,
  }
}
