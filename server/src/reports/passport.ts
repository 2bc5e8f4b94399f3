import { given } from '@diatribon/core'
import { insideWords, type AsBuilt, type LogEntry, type PrinterPage } from '@diatribon/contract'
import { noAddress } from './noAddress.ts'
import { drawQr, mm, openPdf, plain, type Pdf } from '../platform/pdf.ts'

export interface PassportOf {
  site: { name: string; timeZone: string }
  page: PrinterPage
  built: AsBuilt
  /** Newest first. */
  history: LogEntry[]
  /** null: phones would not find it, so no code is printed. */
  address: string | null
}

const marginMm = 18

/** A printer's passport: what it is, as built, its baseline, and what was done to it. */
export function passport({ site, page, built, history, address }: PassportOf): Pdf {
  const { printer } = page
  const pdf = openPdf(`Passport of ${printer.name}`, marginMm)
  const day = new Intl.DateTimeFormat('en-GB', {
    timeZone: site.timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  })
  const date = (iso: string) => day.format(new Date(iso))
  const number = (value: number, digits = 0) => value.toLocaleString('en-GB', { maximumFractionDigits: digits })

  if (address) drawQr(pdf, address, pdf.page.width - (marginMm + 24) * mm, marginMm * mm, 24 * mm)
  pdf
    .fillColor('#000')
    .font('Helvetica-Bold')
    .fontSize(22)
    .text(plain(printer.name), marginMm * mm, marginMm * mm)
  pdf.font('Helvetica').fontSize(11)
  const lines = [
    `${printer.make} ${printer.model}. ${page.build}.`,
    `${printer.room}, place ${printer.rack}${printer.place}. ${site.name}.`,
    `${number(built.counters.hours)} running hours, ${number(built.counters.prints)} prints, ` +
      `${number(built.counters.metres)} m of filament (${number(built.counters.abrasiveMetres)} m abrasive).`,
    `As of ${date(built.at)}. State: ${printer.state}${printer.holdReason ? `, ${printer.holdReason}` : printer.stop ? `, ${printer.stop.symptom}` : ''}.`,
  ]
  for (const line of lines) pdf.text(plain(line), { width: 140 * mm })
  pdf.fontSize(7).text(plain(address ?? noAddress), pdf.page.width - (marginMm + 44) * mm, (marginMm + 25) * mm, {
    width: 44 * mm,
    align: 'right',
  })
  pdf.y = Math.max(pdf.y, (marginMm + 34) * mm)
  pdf.x = marginMm * mm

  if (built.limits) {
    const { model, nozzleMaxC, nozzleLimitedBy, abrasiveForbiddenBy } = built.limits
    heading(pdf, 'What it may do')
    table(
      pdf,
      [30, 140],
      [
        ['Plate', `${model.plateXMm} × ${model.plateYMm} mm, height ${model.heightMm} mm`],
        ['Nozzle', `${nozzleMaxC} °C at most${nozzleLimitedBy ? `, because of its ${nozzleLimitedBy}` : ''}`],
        ['Bed', `${model.bedMaxC} °C at most`],
        ['Around it', insideWords(model)],
        [
          'Filament',
          `${model.filamentMm} mm${abrasiveForbiddenBy.length > 0 ? `; nothing abrasive (${abrasiveForbiddenBy.join(', ')})` : ''}`,
        ],
      ],
    )
  }
  heading(pdf, 'As built')
  table(
    pdf,
    [36, 52, 34, 48],
    built.slots.map(({ name, part }) => [
      name,
      part?.name ?? 'empty',
      part ? `since ${date(part.fittedAt)}` : '',
      part ? `${part.ageIsKnown ? '' : 'at least '}${number(part.age.hours)} h, ${number(part.age.days)} days` : '',
    ]),
  )
  if (built.upgrades.length > 0) {
    heading(pdf, 'Upgrades on it')
    table(
      pdf,
      [110, 60],
      built.upgrades.map(({ name, version, at }) => [`${name}, version ${version}`, `since ${date(at)}`]),
    )
  }
  if (built.repairs.length > 0) {
    heading(pdf, 'Mended in place')
    table(
      pdf,
      [30, 100, 40],
      built.repairs.map(({ slotName, way, words, at, runHours }) => [
        slotName,
        `${way}: ${words}`,
        `${date(at)}, at ${number(runHours)} h`,
      ]),
    )
  }
  heading(pdf, 'Baseline')
  if (built.baseline.length === 0) pdf.font('Helvetica').fontSize(9).text('Nothing has been measured.')
  table(
    pdf,
    [52, 60, 58],
    built.baseline.map(({ name, value, unit, choice, at, runHours }) => [
      name,
      [value === null ? null : number(value, 3), unit, choice].filter((word) => word !== null).join(' '),
      `${date(at)}, at ${number(runHours)} h`,
    ]),
  )
  heading(pdf, 'History')
  table(
    pdf,
    [26, 110, 34],
    history.map(({ at, summary, note, person }) => [
      date(at),
      note ? `${summary}. ${note}` : summary,
      person.displayName,
    ]),
  )
  pdf.moveDown().font('Helvetica-Oblique').fontSize(8)
  pdf.text('This does not replace the maker’s manual, local codes or licensed practice.', marginMm * mm)
  pageNumbers(pdf, printer.name)
  pdf.end()
  return pdf
}

function heading(pdf: Pdf, text: string): void {
  room(pdf, 50)
  pdf
    .moveDown(0.8)
    .font('Helvetica-Bold')
    .fontSize(13)
    .text(text, marginMm * mm)
    .moveDown(0.25)
}

/** Rows of cells with a hair line under each; a row is never cut in two. */
function table(pdf: Pdf, widthsMm: number[], rows: string[][]): void {
  pdf.font('Helvetica').fontSize(9)
  for (const cells of rows) {
    const texts = cells.map(plain)
    const height = Math.max(
      ...texts.map((text, i) => pdf.heightOfString(text, { width: (given(widthsMm[i]) - 2) * mm })),
    )
    room(pdf, height + 4)
    const top = pdf.y
    let x = marginMm * mm
    texts.forEach((text, i) => {
      pdf.text(text, x, top, { width: (given(widthsMm[i]) - 2) * mm })
      x += given(widthsMm[i]) * mm
    })
    pdf.y = top + height + 2
    pdf
      .moveTo(marginMm * mm, pdf.y)
      .lineTo(x, pdf.y)
      .lineWidth(0.3)
      .stroke('#999')
    pdf.y += 2
  }
}

function room(pdf: Pdf, height: number): void {
  if (pdf.y + height > pdf.page.height - marginMm * mm - 12) pdf.addPage()
}

function pageNumbers(pdf: Pdf, name: string): void {
  const { start, count } = pdf.bufferedPageRange()
  for (let i = 0; i < count; i++) {
    pdf.switchToPage(start + i)
    pdf.page.margins.bottom = 0 // the line stands in the margin
    pdf.font('Helvetica').fontSize(8).fillColor('#000')
    pdf.text(plain(`${name}, page ${i + 1} of ${count}`), marginMm * mm, pdf.page.height - 12 * mm, {
      lineBreak: false,
    })
  }
}
