import { and, eq, gte, isNotNull, sql } from 'drizzle-orm'
import type { BroughtAbout, InductionTopic, Site } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { cause, fault } from '../platform/tables.ts'
import { numberPages, openPdf, plain, type Pdf } from '../platform/pdf.ts'

export interface Mishaps {
  topic: InductionTopic
  count: number
  /** What it was, the most frequent first. */
  what: { words: string; count: number }[]
}

/** What keeps it from happening. Common practice, no source. */
const prevents: Record<InductionTopic, string> = {
  'staying for the first layer':
    'Stay until the first layer is down. If it does not stick, stop and clean the cold plate.',
  'heating and leaving':
    'Never leave a printer hot and not printing: filament cooks in it, and nobody sees a fire begin.',
  'taking parts off the plate': 'Let the plate cool, bend the sheet, no scraper on it. If it does not come off, ask.',
  'which filament may be used':
    'House filament only. Glow, carbon, metal and wood eat brass; ask before you bring your own.',
  'slicing for this printer':
    'Take the profile of this printer and this material. Another plate or nozzle is another profile.',
  'changing parts':
    'Do not change parts: most snapped heat breaks come from a cold wrench. Report it, and somebody comes.',
}

/** What broke by how printers were used in the last year, by what an induction should have told. Who it was stands nowhere. */
export async function mishaps(db: Db, since: Date): Promise<Mishaps[]> {
  const rows = await db
    .select({ closing: fault.closing, symptom: fault.symptom, cause: sql<string | null>`${cause.content}->>'name'` })
    .from(fault)
    .leftJoin(cause, eq(cause.id, fault.causeId))
    .where(and(isNotNull(fault.closing), gte(fault.closedAt, since)))
  const topics = new Map<InductionTopic, Map<string, number>>()
  const wear: BroughtAbout[] = ['wear', 'maker', 'unknown']
  for (const { closing, symptom, cause: name } of rows) {
    if (!closing?.topic || wear.includes(closing.broughtAbout)) continue
    const own = topics.get(closing.topic) ?? new Map<string, number>()
    topics.set(closing.topic, own)
    const words = name ?? symptom
    own.set(words, (own.get(words) ?? 0) + 1)
  }
  return [...topics]
    .map(([topic, own]) => ({
      topic,
      count: [...own.values()].reduce((a, b) => a + b, 0),
      what: [...own].map(([words, count]) => ({ words, count })).sort((a, b) => b.count - a.count),
    }))
    .sort((a, b) => b.count - a.count)
}

/** A sheet for the wall beside the printers: what broke by how they were used here, and what prevents it. */
export function inductionSheet({ site, found }: { site: Site; found: Mishaps[] }): Pdf {
  const pdf = openPdf('Before you print here', 20)
  pdf.font('Helvetica-Bold').fontSize(26).text('Before you print here')
  pdf
    .font('Helvetica')
    .fontSize(11)
    .text(plain(`${site.name}. What broke in the last year, and what keeps it from happening again.`))
  const said = new Set(found.map(({ topic }) => topic))
  const rest = (Object.keys(prevents) as InductionTopic[]).filter((topic) => !said.has(topic))
  for (const { topic, count, what } of found) {
    pdf.moveDown(0.8).font('Helvetica-Bold').fontSize(15).text(plain(prevents[topic]))
    pdf
      .font('Helvetica')
      .fontSize(10.5)
      .text(
        plain(
          `${count === 1 ? 'Once' : `${count} times`}: ${what.map(({ words, count: n }) => (n > 1 ? `${words} (${n})` : words)).join(', ')}.`,
        ),
      )
  }
  if (rest.length > 0)
    pdf
      .moveDown(0.8)
      .font('Helvetica-Bold')
      .fontSize(12)
      .text(found.length > 0 ? 'And always' : 'Always')
  for (const topic of rest)
    pdf
      .font('Helvetica')
      .fontSize(11)
      .text(plain(`- ${prevents[topic]}`), { lineGap: 2 })
  pdf.moveDown(1).font('Helvetica-Oblique').fontSize(9)
  pdf.text(
    plain(
      'Smoke, smell, brown plugs: switch off and unplug if that is safe, then tell somebody. The maker’s manual and local rules come first.',
    ),
  )
  return numberPages(pdf, 20)
}
