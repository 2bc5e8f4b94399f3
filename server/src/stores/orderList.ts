import { moneyWords, type Site, type StockLine } from '@diatribon/contract'
import { numberPages, openPdf, plain, type Pdf } from '../platform/pdf.ts'

/** What to order, supplier by supplier, with boxes to tick. */
export function orderList({ site, lines, day }: { site: Site; lines: StockLine[]; day: string }): Pdf {
  const pdf = openPdf(`Order list, ${site.name}`, 16)
  pdf
    .font('Helvetica-Bold')
    .fontSize(18)
    .text(plain(`Order list, ${site.name}`))
  pdf
    .font('Helvetica')
    .fontSize(9.5)
    .text(plain(`As of ${day}.`))
  const wanted = lines.filter(({ keep }) => keep && keep.order > 0)
  if (wanted.length === 0) pdf.moveDown().text('Nothing is to be ordered.')
  for (const supplier of [...new Set(wanted.map(({ content }) => content.supplier))].sort()) {
    pdf
      .moveDown(0.7)
      .font('Helvetica-Bold')
      .fontSize(13)
      .text(plain(supplier ?? 'Supplier not told'))
      .font('Helvetica')
      .fontSize(9.5)
    let sum = 0
    for (const { content, keep, onHand, paidMinor, priceMinor } of wanted) {
      if (content.supplier !== supplier || !keep) continue
      const each = paidMinor ?? priceMinor
      const cost = each === null ? null : each * keep.order
      sum += cost ?? 0
      const price = cost === null ? 'price not known' : `about ${moneyWords(cost, site.currency, { code: true })}`
      pdf.text(
        plain(
          `[  ]  ${keep.order} x ${content.name}, ${price}; there are ${onHand}, keep ${keep.keep}${keep.runsOut ? `, the last one goes about ${keep.runsOut}` : ''}`,
        ),
        { indent: 8, lineGap: 1.5 },
      )
    }
    pdf.text(plain(`Together about ${moneyWords(sum, site.currency, { code: true })}`), { indent: 8 })
  }
  return numberPages(pdf, 16)
}
