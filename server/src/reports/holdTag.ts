import { printerStates, type OutOfUse, type Site } from '@diatribon/contract'
import { noAddress } from './noAddress.ts'
import { drawQr, mm, openPdf, plain, type Pdf } from '../platform/pdf.ts'

/** Half an A4 sheet, folded over the printer's frame: the same on both faces. */
const tagHeightMm = 148.5

/** A tag to hang on a printer that must not be used: what is wrong, since when, and where to read more. */
export function holdTag(of: {
  site: Site
  printer: { name: string; rack: string; place: number; room: string }
  out: OutOfUse
  since: Date | null
  /** null: phones would not find it, so no code is printed. */
  address: string | null
}): Pdf {
  const { site, printer, out, address } = of
  const { word } = printerStates[out.state]
  const pdf = openPdf(`${word}: ${printer.name}`, 0)
  const since = of.since?.toLocaleString('en-GB', {
    timeZone: site.timeZone,
    dateStyle: 'medium',
    timeStyle: 'short',
  })
  const width = pdf.page.width
  for (const face of [0, 1]) {
    const top = face * tagHeightMm * mm
    const left = 16 * mm
    const room = width - 2 * left
    pdf
      .lineWidth(3)
      .rect(8 * mm, top + 8 * mm, width - 16 * mm, (tagHeightMm - 16) * mm)
      .stroke('#000')
    pdf.fillColor('#000').font('Helvetica-Bold').fontSize(44)
    pdf.text('DO NOT USE', left, top + 17 * mm, { width: room, align: 'center' })
    pdf.fontSize(24).text(plain(printer.name), left, top + 38 * mm, { width: room, align: 'center' })
    pdf.font('Helvetica').fontSize(12)
    pdf.text(plain(`${printer.room}, ${printer.rack}${printer.place}${since ? `. ${word} since ${since}` : ''}`), {
      width: room,
      align: 'center',
    })
    pdf.fontSize(17).text(plain(out.why), left, top + 62 * mm, { width: room, height: 40 * mm, ellipsis: true })
    if (address) drawQr(pdf, address, left, top + 106 * mm, 28 * mm)
    pdf.fillColor('#000').fontSize(11)
    pdf.text(
      plain(
        `${address ? 'Scan to see more or to report something. ' : ''}Only who is entitled releases it, when all is put right.\n${address ?? noAddress}\n${site.name}`,
      ),
      left + 34 * mm,
      top + 108 * mm,
      { width: room - 34 * mm },
    )
  }
  pdf.end()
  return pdf
}
