import type { PrinterSpot } from '@diatribon/contract'

/** A printer where it stands. @param of a row of the table, or a head */
export function spotOf(of: {
  id: string
  name: string
  room: string
  rack: string
  place: number
  modelId: string
  holdReason: string | null
}): PrinterSpot {
  const { id, name, room, rack, place, modelId, holdReason } = of
  return { id, name, place: `${rack}${place}`, room, rack, modelId, onHold: holdReason !== null }
}
