import { given, sharedGoods, type GoodsShare } from '@diatribon/core'
import type { FormAction } from '../session/openSending.ts'
import { told } from '../forms/told.ts'

/** Goods that several printers made together. */
export interface FarmGoods {
  goods: string
  pieces: number | undefined
  minutesEach: number | undefined
  /** YYYY-MM-DD */
  since: string
  printerIds: string[]
}

/** What each printer made, by what it usually runs; none until pieces, minutes and printers are said. */
export const sharesOf = (
  { pieces, minutesEach }: FarmGoods,
  printers: { hoursPerDay: number | null }[],
): GoodsShare[] =>
  pieces && minutesEach && printers.length > 0
    ? sharedGoods(
        { pieces, minutesEach },
        printers.map(({ hoursPerDay }) => hoursPerDay ?? 0),
      )
    : []

/**
 * One count for each printer that made some.
 * @param from when the day began by the clock of the workshop
 */
export function farmGoodsActions(
  draft: FarmGoods,
  printers: { id: string; hoursPerDay: number | null }[],
  { from, at }: { from: string; at: string },
): FormAction[] | string {
  const { goods, pieces, minutesEach } = draft
  if (printers.length === 0) return 'Choose the printers.'
  if (pieces === undefined) return 'Say how many pieces there are.'
  if (minutesEach === undefined) return 'Say how many minutes one takes.'
  const note = `Shared out: ${pieces} pieces over ${printers.length} printers, by what each usually runs`
  return sharesOf(draft, printers).flatMap((share, i) =>
    share.pieces === 0
      ? []
      : {
          kind: 'count-goods',
          printerId: given(printers[i]).id,
          from,
          at,
          goods,
          pieces: share.pieces,
          minutesEach,
          ...told({ note }),
        },
  )
}
