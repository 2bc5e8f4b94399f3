import PDFDocument from 'pdfkit'
import type { Response } from 'express'
import QRCode from 'qrcode'

export type Pdf = InstanceType<typeof PDFDocument>

/** Points in a millimetre. */
export const mm = 72 / 25.4

export function openPdf(title: string, marginMm: number): Pdf {
  return new PDFDocument({
    size: 'A4',
    margin: marginMm * mm,
    info: { Title: title, Creator: 'Diatribon' },
    bufferPages: true,
  })
}

/** The fonts that every reader has know western letters only; others become a question mark rather than rubbish. */
export const plain = (text: string) =>
  text.replace(/[^\n\u0020-\u007e\u00a0-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d\u20ac\u2022]/gu, '?')

/** Draws a QR code as vectors, so that it stays sharp at any size. The quiet zone is the caller's to leave. */
export function drawQr(pdf: Pdf, text: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const cell = size / modules.size
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) pdf.rect(x + column * cell, y + row * cell, cell, cell)
  pdf.fill('#000')
}

/** Numbers the pages once all of them are there, and ends the document. */
export function numberPages(pdf: Pdf, marginMm: number): Pdf {
  const { count } = pdf.bufferedPageRange()
  for (let i = 0; i < count; i++) {
    pdf.switchToPage(i)
    pdf.page.margins.bottom = 0
    pdf.fontSize(8).text(`${i + 1} of ${count}`, marginMm * mm, pdf.page.height - 10 * mm, { lineBreak: false })
  }
  pdf.end()
  return pdf
}

/** Answers with a document that a browser shows, under this name where it is kept. */
export function sendPdf(response: Response, pdf: Pdf, name: string): void {
  response.setHeader('content-type', 'application/pdf')
  response.setHeader('content-disposition', `inline; filename="${name.replace(/[^\w.-]/g, '_')}"`)
  pdf.pipe(response)
}
