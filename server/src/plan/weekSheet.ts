import type { FortnightPage, Site } from '@diatribon/contract'
import { numberPages, openPdf, plain, type Pdf } from '../platform/pdf.ts'

/** Seven days of the plan as a sheet to hang up: who goes where, with boxes to tick. */
export function weekSheet({ site, page, from }: { site: Site; page: FortnightPage; from: string }): Pdf {
  const pdf = openPdf(`Week sheet, ${site.name}`, 16)
  const dayName = (day: string) =>
    new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
      timeZone: 'UTC',
      weekday: 'long',
      day: 'numeric',
      month: 'long',
    })
  const days = page.days.filter(({ day }) => day >= from).slice(0, 7)
  pdf
    .font('Helvetica-Bold')
    .fontSize(18)
    .text(plain(`Week sheet, ${site.name}`))
  pdf.font('Helvetica').fontSize(9.5)
  pdf.text('Heat, mains and moving parts: keep to the cautions at each check and to the maker’s manual.')
  for (const { day, closed, people } of days) {
    pdf
      .moveDown(0.7)
      .font('Helvetica-Bold')
      .fontSize(13)
      .text(plain(dayName(day)))
      .font('Helvetica')
      .fontSize(9.5)
    const visits = page.visits.filter((visit) => visit.day === day)
    if (visits.length === 0) pdf.text(closed ? 'Closed.' : 'Nothing is planned.', { indent: 4 })
    for (const { printer, personId, minutes, tasks } of visits) {
      const who = people.find(({ id }) => id === personId)?.name ?? ''
      pdf.moveDown(0.2).font('Helvetica-Bold')
      pdf.text(plain(`${printer.place}  ${printer.name}, ${who}, ${minutes} min`), { indent: 4 }).font('Helvetica')
      for (const caution of new Set(tasks.flatMap(({ cautions }) => cautions)))
        pdf
          .font('Helvetica-Oblique')
          .text(plain(`! ${caution}`), { indent: 14, lineGap: 1.5 })
          .font('Helvetica')
      for (const { words, partType, due } of tasks)
        pdf.text(plain(`[  ]  ${words}${partType ? ` (${partType.name})` : ''}, due ${due}`), {
          indent: 14,
          lineGap: 1.5,
        })
    }
  }
  return numberPages(pdf, 16)
}
