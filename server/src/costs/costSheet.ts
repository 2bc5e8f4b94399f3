import { costKinds, moneyWords, type CostsPage, type Site } from '@diatribon/contract'
import { numberPages, openPdf, plain, type Pdf } from '../platform/pdf.ts'

/** What a month or a year cost, to be filed: by printer, model, part type or month, with the rates it was reckoned by. */
export function costSheet({ site, page, title }: { site: Site; page: CostsPage; title: string }): Pdf {
  const pdf = openPdf(title, 16)
  const cash = (minor: number) => moneyWords(minor, site.currency, { code: true })
  const number = (value: number, digits = 0) => value.toLocaleString('en-GB', { maximumFractionDigits: digits })
  pdf.font('Helvetica-Bold').fontSize(18).text(plain(title)).font('Helvetica').fontSize(9.5)
  const { all, rates } = page
  pdf.text(
    plain(
      `${site.name}. ${number(all.runHours)} running hours, ${all.failures} parts failed, ${number(all.daysDown, 1)} printer days down. ` +
        `Together ${cash(all.sumMinor)}${all.perHourMinor === null ? '' : `, ${cash(Math.round(1000 * all.perHourMinor))} for 1,000 hours`}.`,
    ),
  )
  pdf.text(plain(costKinds.map((kind) => `${kind} ${cash(all.minor[kind])}`).join(', ')))
  pdf.moveDown(0.6)
  for (const line of page.lines) {
    const each = line.perHourMinor === null ? '' : `, ${cash(Math.round(1000 * line.perHourMinor))} for 1,000 h`
    pdf
      .font('Helvetica-Bold')
      .text(plain(`${line.name}: ${cash(line.sumMinor)}${each}`))
      .font('Helvetica')
    const parts = costKinds.filter((kind) => line.minor[kind] !== 0).map((kind) => `${kind} ${cash(line.minor[kind])}`)
    pdf.text(
      plain(
        [page.by === 'part type' ? null : `${number(line.runHours)} h`, `${line.failures} failed`, ...parts]
          .filter((words) => words !== null)
          .join(', '),
      ),
      { indent: 10, lineGap: 2 },
    )
  }
  if (page.faults.length > 0) {
    pdf.moveDown(0.6).font('Helvetica-Bold').fontSize(13).text('The dearest faults').font('Helvetica').fontSize(9.5)
    for (const { seq, printer, at, words, minutes, minor } of page.faults.slice(0, 12))
      pdf.text(
        plain(
          `${at.slice(0, 10)}  ${printer}: ${words}, ${number(minutes)} min, ${cash(minor)} (line ${seq} of the book)`,
        ),
        {
          lineGap: 1.5,
        },
      )
  }
  pdf.moveDown(0.6).font('Helvetica-Oblique').fontSize(8)
  pdf.text(plain(`Work at ${cash(rates.labourMinorPerHour)} an hour. ${page.notes.join(' ')}`))
  return numberPages(pdf, 16)
}
