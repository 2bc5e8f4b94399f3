import type { ItemPage } from '@diatribon/contract'
import { money } from '../ui/words.ts'

/** What was really paid, in one sentence. @param prices newest first, at least one */
export function priceSays(prices: ItemPage['prices'], currency: string): string {
  const pieces = prices.reduce((sum, one) => sum + one.pieces, 0)
  const paid = prices.reduce((sum, one) => sum + one.eachMinor * one.pieces, 0)
  const mean = `${money(Math.round(paid / pieces), currency)} each over ${pieces} pieces`
  const [newest, oldest] = [prices[0], prices[prices.length - 1]]
  if (!newest || !oldest || newest === oldest || newest.eachMinor === oldest.eachMinor) return `Paid: ${mean}.`
  const dearer = newest.eachMinor > oldest.eachMinor
  return `Paid: ${mean}; ${dearer ? 'dearer' : 'cheaper'} now (${money(newest.eachMinor, currency)}) than at first (${money(oldest.eachMinor, currency)}).`
}
