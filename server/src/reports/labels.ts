import { drawQr, mm, openPdf, plain, type Pdf } from '../platform/pdf.ts'

export interface Label {
  title: string
  detail: string
  /** What the code and the words under it lead to. */
  address: string
}

/** Two sizes of A4 label sheets that every stationer has. Common practice, no source. */
export const labelSizes = {
  large: { columns: 3, rows: 7, widthMm: 63.5, heightMm: 38.1, leftMm: 7.2, topMm: 15.1, gapMm: 2.5, qrMm: 24 },
  small: { columns: 5, rows: 13, widthMm: 38.1, heightMm: 21.2, leftMm: 4.7, topMm: 10.7, gapMm: 2.5, qrMm: 13.5 },
} as const
export type LabelSize = keyof typeof labelSizes

const padMm = 2

/** Sheets of labels, each with a QR code, what it names, and the address in plain text for a phone that cannot scan. */
export function labelSheets(labels: readonly Label[], size: LabelSize): Pdf {
  const { columns, rows, widthMm, heightMm, leftMm, topMm, gapMm, qrMm } = labelSizes[size]
  const pdf = openPdf('Labels', 0)
  labels.forEach(({ title, detail, address }, i) => {
    const place = i % (columns * rows)
    if (i > 0 && place === 0) pdf.addPage()
    const x = (leftMm + (place % columns) * (widthMm + gapMm)) * mm
    const y = (topMm + Math.floor(place / columns) * heightMm) * mm
    const [pad, qr] = [padMm * mm, qrMm * mm]
    drawQr(pdf, address, x + pad, y + pad, qr)
    const words = x + 2 * pad + qr
    const room = widthMm * mm - 3 * pad - qr
    const titleSize = size === 'large' ? 13 : 8
    pdf.fillColor('#000').font('Helvetica-Bold').fontSize(titleSize)
    pdf.text(plain(title), words, y + pad, { width: room, height: titleSize * 2.4, ellipsis: true })
    pdf.font('Helvetica').fontSize(titleSize * 0.7)
    pdf.text(plain(detail), words, pdf.y + 1, { width: room, height: qr / 2.4, ellipsis: true })
    const small = size === 'large' ? 8 : 5.4
    pdf.fontSize(small).text(plain(address), x + pad, y + pad + qr + 1.5, {
      width: widthMm * mm - 2 * pad,
      height: heightMm * mm - 2 * pad - qr,
      lineGap: 0,
    })
  })
  pdf.end()
  return pdf
}
