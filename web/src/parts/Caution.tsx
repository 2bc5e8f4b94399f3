import { CautionBox } from '../ui/CautionBox.tsx'
import { cautionsFor } from './cautions.ts'

/** The cautions of these kinds of slot. */
export function Caution({ slotKinds }: { slotKinds: string[] }) {
  return <CautionBox words={[...new Set(slotKinds.flatMap(cautionsFor))]} />
}
