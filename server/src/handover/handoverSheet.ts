import { goOnWords, kindNames, outInWords, type Handover, type Person, type Site } from '@diatribon/contract'
import { numberPages, openPdf, plain, type Pdf } from '../platform/pdf.ts'

/** The handover as a sheet to print and sign. */
export function handoverSheet({ site, person, page }: { site: Site; person: Person; page: Handover }): Pdf {
  const pdf = openPdf(`Handover, ${site.name}`, 16)
  const when = (at: string) =>
    new Date(at).toLocaleString('en-GB', { timeZone: site.timeZone, dateStyle: 'medium', timeStyle: 'short' })
  const time = (at: string) =>
    new Date(at).toLocaleString('en-GB', {
      timeZone: site.timeZone,
      weekday: 'short',
      hour: '2-digit',
      minute: '2-digit',
    })
  const head = (words: string) => {
    pdf.moveDown(0.7).font('Helvetica-Bold').fontSize(13).text(words).font('Helvetica').fontSize(9.5).moveDown(0.2)
  }
  const line = (words: string) => pdf.text(plain(words), { indent: 4, lineGap: 1.5 })
  pdf
    .font('Helvetica-Bold')
    .fontSize(18)
    .text(plain(`Handover, ${site.name}`))
  pdf.font('Helvetica').fontSize(9.5)
  pdf.text(plain(`For ${person.displayName}. From ${when(page.since)} (${page.sinceIs}) to ${when(page.until)}.`))
  if (page.notices.length > 0) {
    head('On the wall')
    for (const { text, who, until } of page.notices) line(`${text} (${who}, until ${until})`)
  }
  head(`Stopped or on hold (${page.holds.length})`)
  if (page.holds.length === 0) line('Every printer is in service.')
  for (const { name, place, state, reason } of page.holds)
    line(`${name}, ${place}. ${outInWords({ state, why: reason })}`)
  head(`Faults, not closed (${page.faults.length})`)
  if (page.faults.length === 0) line('None.')
  for (const { printer, symptom, mayGoOn, lifted, waitingFor, who } of page.faults)
    line(
      `${printer.name}: ${symptom} (${who}). ${goOnWords({ mayGoOn, lifted })}` +
        (waitingFor ? `; waiting for ${waitingFor}` : ''),
    )
  head(`Promises (${page.promises.length})`)
  if (page.promises.length === 0) line('Nothing is mended for now only.')
  for (const { printer, words, dueDate, who } of page.promises)
    line(`${printer.name}, by ${dueDate}: ${words} (${who})`)
  if (page.duties.length > 0) {
    head(`Put down to be done (${page.duties.length})`)
    for (const { printer, words, dueDate } of page.duties) line(`${printer.name}, by ${dueDate}: ${words}`)
  }
  if (page.checksOpen.length > 0) {
    head('Checks begun and not finished')
    for (const { printer, check, by } of page.checksOpen) line(`${printer.name}: ${check} (${by})`)
  }
  head('What happened')
  if (page.changed.length === 0) line('Nothing was written.')
  for (const { printer, entries } of page.changed) {
    pdf
      .font('Helvetica-Bold')
      .text(plain(printer?.name ?? 'The workshop'))
      .font('Helvetica')
    for (const { at, kind, summary, person: who } of entries)
      line(`${time(at)} ${kindNames[kind]}: ${summary} (${who.displayName})`)
  }
  if (page.more > 0) line(`And ${page.more} older entries, in the Logbook.`)
  pdf.moveDown(1.5).text('Taken over: ______________________________      Handed over: ______________________________')
  return numberPages(pdf, 16)
}
