import { and, eq, isNull, sql } from 'drizzle-orm'
import {
  printerStates,
  type LongJobPage,
  type LongJobPrinter,
  type PrinterHead,
  type ReplacementDuty,
} from '@diatribon/contract'
import { chanceAtUnknownAge, chanceOfNodes, type Clock } from '@diatribon/core'
import { openFaultCounts } from '../faults/openFaults.ts'
import { keptResults } from '../kept/keptResults.ts'
import { keptJudgements, replacementCosts } from '../lives/judgementFigure.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { cause, dueItem, fault, partType, printer, site, type StoredJudgement } from '../platform/tables.ts'
import { printerHeads } from '../rules/printerHeads.ts'
import { spotOf } from '../rules/spot.ts'
import type { KeptDrift } from '../readings/driftFigure.ts'

/** What is known of a printer's other faults is drawn towards that of all: as if so many of them had been seen on it. */
const faultsOfAll = 2

interface Risk {
  duty: ReplacementDuty
  /** Chance to fail within the job, its upper limit, and that of a new part. */
  chance: number
  upper: number
  asNew: number
}

/** How likely each printer in service gets through a job of so many hours, the best bet first, by the lower end of what is likely, and what to change before it. */
export async function longJob(db: Db, hours: number): Promise<Omit<LongJobPage, 'fresh'>> {
  const heads = (await printerHeads(db)).filter(({ state }) => printerStates[state].mayRun)
  const judgements = await keptJudgements(db)
  const duties = await dutiesByPrinter(db)
  const others = await otherFaultRates(db)
  const faults = await openFaultCounts(
    db,
    heads.map(({ id }) => id),
  )
  const drifts = await keptResults<KeptDrift>(db, 'drift')
  const [place] = await db.select({ labour: site.labourCostMinorPerHour }).from(site).limit(1)
  const types = new Map((await db.select().from(partType)).map((type) => [type.id, type]))
  const printers = heads.map((head): LongJobPrinter => {
    const own = duties.get(head.id) ?? []
    const risks = own.flatMap((duty) => riskOf(duty, head, judgements.get(duty.partType.id), hours))
    const other = Math.exp(-(others.get(head.id) ?? 0) * hours)
    const chance = risks.reduce((product, risk) => product * (1 - risk.chance), other)
    const off = Math.hypot(...risks.map((risk) => Math.log((1 - risk.chance) / Math.max(1e-9, 1 - risk.upper))))
    const worst = [...risks].sort((a, b) => b.chance - a.chance)[0] ?? null
    const open = faults.get(head.id) ?? 0
    const drifting = (drifts.get(head.id) ?? []).map(({ name }) => name)
    const unknown = own.filter(({ ageIsKnown }) => !ageIsKnown).length
    return {
      printer: { ...spotOf(head, null), model: `${head.make} ${head.model}`.trim() },
      chance,
      limits: [chance * Math.exp(-off), Math.min(other, chance * Math.exp(off))],
      weakest: worst && { slot: worst.duty.slot.name, chance: worst.chance },
      changeFirst: changeThatPays(risks, chance, (typeId) => {
        const type = types.get(typeId)
        const cost = type && replacementCosts(type, place?.labour ?? 0)
        return cost ? { ...cost, extraMinor: cost.failureMinor - cost.preventiveMinor } : null
      }),
      notes: [
        ...(open > 0 ? [`${open === 1 ? 'A fault is' : `${open} faults are`} open.`] : []),
        ...(drifting.length > 0 ? [`Drifting: ${drifting.join(', ')}.`] : []),
        ...(unknown > 0
          ? [
              `The age of ${unknown === 1 ? 'one of its parts' : `${unknown} of its parts`} is not known: any age that such parts reach is reckoned with, hence the wide limits.`,
            ]
          : []),
      ],
    }
  })
  return {
    hours,
    printers: printers.sort((a, b) => b.limits[0] - a.limits[0] || b.chance - a.chance),
  }
}

async function dutiesByPrinter(db: Db): Promise<Map<string, ReplacementDuty[]>> {
  const rows = await db
    .select({ printerId: dueItem.printerId, item: dueItem.item })
    .from(dueItem)
    .where(eq(dueItem.what, 'replace'))
  return new Map(
    [...groupBy(rows, ({ printerId }) => printerId)].map(([id, list]) => [
      id,
      list.map(({ item }) => item as ReplacementDuty),
    ]),
  )
}

/** How much of a part's clock a job of so many hours brings; null: this printer has not told. */
function ahead(clock: Clock, hours: number, { perDay, hoursPerDay }: PrinterHead): number | null {
  if (clock === 'hours') return hours
  if (clock === 'days') return hours / 24
  if (clock === 'prints') return 1
  if (!perDay || !hoursPerDay) return null
  return ((clock === 'metres' ? perDay.metres : perDay.abrasiveMetres) * hours) / hoursPerDay
}

function riskOf(
  duty: ReplacementDuty,
  head: PrinterHead,
  judgement: StoredJudgement | undefined,
  hours: number,
): Risk[] {
  const more = ahead(duty.clock, hours, head)
  if (!judgement || more === null) return []
  const age = Math.max(0, duty.age)
  // Unknown is doubt, not health: such a part may be of any age that its life allows.
  const { mean, limits } = duty.ageIsKnown
    ? chanceOfNodes(judgement.nodes, age, more)
    : chanceAtUnknownAge(judgement.nodes, age, more)
  return [{ duty, chance: mean, upper: limits[1], asNew: chanceOfNodes(judgement.nodes, 0, more).mean }]
}

/** The change that saves most, if it saves more in lost prints than the life that is thrown away with the old part. */
function changeThatPays(
  risks: readonly Risk[],
  chance: number,
  costOf: (partTypeId: string) => { preventiveMinor: number; extraMinor: number } | null,
): LongJobPrinter['changeFirst'] {
  let best: { won: number; change: NonNullable<LongJobPrinter['changeFirst']> } | null = null
  for (const { duty, chance: fails, asNew } of risks) {
    const cost = costOf(duty.partType.id)
    if (!cost || duty.interval <= 0) continue
    const chanceThen = (chance / (1 - fails)) * (1 - asNew)
    const lifeLeft = Math.min(1, Math.max(0, 1 - duty.age / duty.interval))
    const costsMinor = Math.round(cost.preventiveMinor * lifeLeft)
    const savesMinor = Math.round((fails - asNew) * cost.extraMinor)
    const won = savesMinor - costsMinor
    if (won > 0 && won > (best?.won ?? 0))
      best = { won, change: { slotId: duty.slot.id, slot: duty.slot.name, chanceThen, costsMinor, savesMinor } }
  }
  return best?.change ?? null
}

/** Faults that belong to no part that wears, for each running hour: a printer's own, drawn towards those of all. */
async function otherFaultRates(db: Db): Promise<Map<string, number>> {
  const rows = await db
    .select({
      id: printer.id,
      hours: printer.hours,
      count: sql<number>`count(${fault.id}) filter (where ${cause.id} is null
        or coalesce(jsonb_array_length(${cause.content}->'about'->'slotKinds'), 0) = 0)`.mapWith(Number),
    })
    .from(printer)
    .leftJoin(fault, eq(fault.printerId, printer.id))
    .leftJoin(cause, eq(cause.id, fault.causeId))
    .where(and(isNull(printer.retiredReason)))
    .groupBy(printer.id)
  const all = rows.reduce((sum, { hours }) => sum + hours, 0)
  const faults = rows.reduce((sum, { count }) => sum + count, 0)
  const ofAll = all > 0 ? faults / all : 0
  return new Map(
    rows.map(({ id, hours, count }) => [
      id,
      ofAll > 0 ? (count + faultsOfAll) / (Math.max(0, hours) + faultsOfAll / ofAll) : 0,
    ]),
  )
}
