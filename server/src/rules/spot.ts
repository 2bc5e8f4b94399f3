import type { OutOfUse, PrinterSpot } from '@diatribon/contract'

/** A printer where it stands. @param of a row of the table, or a head @param out whether it is stopped or on hold */
export function spotOf(
  of: { id: string; name: string; room: string; rack: string; place: number; modelId: string },
  out: OutOfUse | null | undefined,
): PrinterSpot {
  const { id, name, room, rack, place, modelId } = of
  return { id, name, place: `${rack}${place}`, room, rack, modelId, out: out ?? null }
}
