import { and, eq, isNull } from 'drizzle-orm'
import type { AboutPrinters, Cause, FaultTest, Knowledge, Symptom } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { cause, faultTest, slot, symptom } from '../platform/tables.ts'

/** Everything the workshop knows of symptoms, causes and tests, dropped ones too. */
export async function knowledge(db: Db): Promise<Knowledge> {
  const [symptoms, causes, tests] = await Promise.all([
    db.select().from(symptom),
    db.select().from(cause),
    db.select().from(faultTest),
  ])
  const byName = (a: { name: string }, b: { name: string }) => a.name.localeCompare(b.name)
  return {
    symptoms: symptoms.map(({ content }) => content).sort(byName),
    causes: causes.map(({ content }) => content).sort(byName),
    tests: tests.map(({ content }) => content).sort(byName),
  }
}

/** What a printer of a kind can have, and what can be tested on it. */
interface KindOfPrinter {
  modelId: string
  slotKinds: string[]
}

export async function kindOfPrinter(db: Db, printer: { id: string; modelId: string }): Promise<KindOfPrinter> {
  const slots = await db
    .selectDistinct({ kind: slot.kind })
    .from(slot)
    .where(and(eq(slot.printerId, printer.id), isNull(slot.removedAt)))
  return { modelId: printer.modelId, slotKinds: slots.map(({ kind }) => kind) }
}

function isAbout({ slotKinds, models }: AboutPrinters, printer: KindOfPrinter): boolean {
  return (
    (slotKinds.length === 0 || slotKinds.some((kind) => printer.slotKinds.includes(kind))) &&
    (models.length === 0 || models.includes(printer.modelId))
  )
}

/** The knowledge that concerns printers of a kind: a cause about wheels never shows on rails. */
export function knowledgeFor(all: Knowledge, printer: KindOfPrinter): Knowledge {
  const concerns = (one: Symptom | Cause | FaultTest) => !one.dropped && isAbout(one.about, printer)
  return {
    symptoms: all.symptoms.filter(concerns),
    causes: all.causes.filter(concerns),
    tests: all.tests.filter(concerns),
  }
}
