import { CautionBox } from '../ui/CautionBox.tsx'
import { useSlotKinds } from '../reads/useSlotKinds.ts'

/** The cautions of these kinds of slot. */
export function Caution({ slotKinds }: { slotKinds: string[] }) {
  const { cautionOf } = useSlotKinds()
  return <CautionBox words={[...new Set(slotKinds.flatMap((kind) => cautionOf(kind) ?? []))]} />
}
