import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { DidItHelp, UpgradeContent, UpgradeSaving, Watching, WhereFirst } from '@diatribon/contract'
import {
  dayMs,
  didItHelp,
  expectedSaving,
  helpedWords,
  whereFirst,
  type BeforeAfter,
  type Trouble,
} from '@diatribon/core'
import { spentOn } from '../costs/spentOn.ts'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import {
  campaign,
  cause,
  fault,
  partType,
  printer,
  printerModel,
  site,
  upgrade,
  upgradeChange,
} from '../platform/tables.ts'
import { readingChanges } from './readingChanges.ts'
import { troubles, type Happened } from './troubles.ts'
import { ranBetween } from '../rules/ranBetween.ts'

/** What is known of a design from the faults, hours and readings of the printers. */
export interface UpgradeWatch {
  fits: number
  installed: number
  saving: UpgradeSaving
  whereFirst: WhereFirst
  why: string
  help: DidItHelp
}

/** So long before an installation, and back from now, faults are looked at. */
const yearMs = 365 * dayMs
const mostFaultsShown = 60

interface PrinterHere {
  id: string
  name: string
  modelId: string
}

/** How often what an upgrade should cure comes, before and after it, on printers that have it and those that have not. */
export const watchFigure: Figure<UpgradeWatch> = {
  name: 'upgradeWatch',
  needs: ['costs'],
  async reckon({ db, now }, ids) {
    const designs = await db
      .select({ row: upgrade, labour: site.labourCostMinorPerHour })
      .from(upgrade)
      .innerJoin(site, eq(site.id, upgrade.siteId))
      .where(inArray(upgrade.id, ids))
    const printers = await db
      .select({ id: printer.id, name: printer.name, modelId: printer.modelId })
      .from(printer)
      .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
      .where(isNull(printer.retiredReason))
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<UpgradeWatch>>()
    for (const { row, labour } of designs)
      results.set(row.id, { result: await watch(db, { design: row, labour, printers, now }), holdsUntil: midnight })
    return results
  },
}

async function watch(
  db: Db,
  of: { design: typeof upgrade.$inferSelect; labour: number; printers: PrinterHere[]; now: Date },
): Promise<UpgradeWatch> {
  const { design, labour, printers, now } = of
  const { content } = design
  const fitting = printers.filter(({ modelId }) => content.models.length === 0 || content.models.includes(modelId))
  const changes = await db
    .select()
    .from(upgradeChange)
    .where(and(eq(upgradeChange.upgradeId, design.id), isNull(upgradeChange.takenBackSeq)))
    .orderBy(upgradeChange.at)
  const campaigns = await db.select().from(campaign).where(eq(campaign.upgradeId, design.id))
  const trial = campaigns.find(({ seed }) => seed !== null)
  const has = new Set(changes.filter(({ undoneAt }) => undoneAt === null).map(({ printerId }) => printerId))
  const from = new Date(Math.min(now.getTime(), ...changes.map(({ at }) => at.getTime())) - yearMs)
  const since = await watchedSince(db, content)
  const found = await troubles(db, { content, printerIds: fitting.map(({ id }) => id), from, now })
  const without = fitting.filter(({ id }) => !has.has(id))
  const { help, pair } = await helpOf(db, { content, changes, fitting, trial, found, now, since })
  const saving = await savingOf(db, { content, labour, printers: without, found, now, begun: since, seen: pair })
  return { fits: fitting.length, installed: has.size, ...saving, help }
}

async function savingOf(
  db: Db,
  of: {
    content: UpgradeContent
    labour: number
    printers: PrinterHere[]
    found: Happened[]
    now: Date
    /** Nothing was written down before. */
    begun: Date
    seen: BeforeAfter | null
  },
): Promise<Pick<UpgradeWatch, 'saving' | 'whereFirst' | 'why'>> {
  const { content, labour, printers, found, now, begun, seen } = of
  const since = new Date(Math.max(begun.getTime(), now.getTime() - yearMs))
  const ids = new Set(printers.map(({ id }) => id))
  const faults = found.filter(({ printerId, at }) => ids.has(printerId) && at >= since)
  const here = await ranBetween(
    db,
    printers.map(({ id }) => ({ printerId: id, from: since, until: now })),
  )
  // A printer that came in the year was watched for a part of it.
  const printerYears = here.reduce((sum, { days }) => sum + days / 365, 0)
  const costOfFaultMinor = await costOfFault(db, { content, labour, faults })
  const parts = content.parts.reduce((sum, { pieces, priceMinor }) => sum + pieces * (priceMinor ?? 0), 0)
  const costMinor = parts + Math.round((content.minutes / 60) * labour)
  const trouble: Trouble = {
    faults: faults.length,
    printerYears: Math.max(printerYears, 1 / 365),
    printers: printers.length,
    costOfFaultMinor,
  }
  const saving = expectedSaving(trouble, { share: content.cures.share, costMinor }, seen)
  const { first, why } = whereFirst(saving, { ...trouble, printerYears })
  return { saving: { ...saving, faultsSeen: faults.length, costOfFaultMinor }, whereFirst: first, why }
}

/** Minutes of a fault of which nobody told them. Common practice, no source. */
const usualMinutes = 30

/** What one of these faults costs: what was spent on those that are closed; before any is, the work and what the failure of such a part costs on top. */
async function costOfFault(
  db: Db,
  { content, labour, faults }: { content: UpgradeContent; labour: number; faults: Happened[] },
): Promise<number> {
  const spent = await spentOn(db, faults)
  if (spent.size > 0) return Math.round([...spent.values()].reduce((a, b) => a + b, 0) / spent.size)
  const causes = await db.select().from(cause).where(inArray(cause.id, content.cures.causeIds))
  const kinds = causes.flatMap((one) => one.content.changes)
  const types = kinds.length === 0 ? [] : await db.select().from(partType).where(inArray(partType.slotKind, kinds))
  const extras = types.flatMap(({ failureExtraMinor, priceMinor }) =>
    failureExtraMinor === null ? [] : failureExtraMinor + (priceMinor ?? 0),
  )
  const extra = extras.length > 0 ? extras.reduce((a, b) => a + b, 0) / extras.length : 0
  return Math.round((usualMinutes / 60) * labour + extra)
}

type ChangeRow = typeof upgradeChange.$inferSelect

async function helpOf(
  db: Db,
  of: {
    content: UpgradeContent
    changes: ChangeRow[]
    fitting: PrinterHere[]
    trial: typeof campaign.$inferSelect | undefined
    found: Happened[]
    now: Date
    since: Date
  },
): Promise<{ help: DidItHelp; pair: BeforeAfter | null }> {
  const { content, changes, fitting, trial, found, now, since } = of
  const yearBefore = (at: Date) => new Date(Math.min(at.getTime(), Math.max(since.getTime(), at.getTime() - yearMs)))
  const names = new Map(fitting.map(({ id, name }) => [id, name]))
  const windows = changes.map((change) => ({
    printerId: change.printerId,
    before: yearBefore(change.at),
    split: change.at,
    after: change.undoneAt ?? now,
  }))
  const own = await watched(db, windows, found)
  const got = new Set(changes.map(({ printerId }) => printerId))
  const compared = new Set(trial?.arms.flatMap(({ printerId, arm }) => (arm === 'compared' ? printerId : [])))
  const others = fitting.filter(({ id }) => !got.has(id) && (!trial || compared.has(id)))
  const middle = changes[Math.floor(changes.length / 2)]?.at
  const theirs = middle
    ? await watched(
        db,
        others.map(({ id }) => ({
          printerId: id,
          before: yearBefore(middle),
          split: middle,
          after: now,
        })),
        found,
      )
    : null
  const helped = didItHelp(own.pair, theirs && others.length > 0 ? theirs.pair : null, trial !== undefined)
  const told = (pair: BeforeAfter): { before: Watching; after: Watching } => ({
    before: { events: pair.before.events, hours: pair.before.time },
    after: { events: pair.after.events, hours: pair.after.time },
  })
  const first = changes[0]?.at
  const help: DidItHelp = {
    ...told(own.pair),
    rates: helped.rates,
    others: theirs && others.length > 0 ? { ...told(theirs.pair), rates: helped.others } : null,
    beside: helped.beside,
    warnings: [
      ...(helped.wereTheWorst
        ? [
            'It went onto the worst printers, and those get better by themselves: compare it with the others, or try it on a drawn half.',
          ]
        : []),
      ...(await otherChanges(db, changes)),
    ],
    verdict: helped.verdict,
    words: changes.length === 0 ? 'Not installed anywhere yet.' : helpedWords(helped, curedWords(content, found)),
    faults: own.faults
      .map(({ id, printerId, at, words, seq, when }) => ({
        id,
        printer: names.get(printerId) ?? '',
        at: at.toISOString(),
        when,
        words,
        entrySeq: seq,
      }))
      .sort((a, b) => b.at.localeCompare(a.at))
      .slice(0, mostFaultsShown),
    readings: first ? await readingChanges(db, windows) : [],
  }
  return { help, pair: changes.length > 0 ? own.pair : null }
}

/**
 * Since when what a design aims at is written down: since the first fault of the book where it is held to faults, since the first part where it
 * is held to parts.
 */
async function watchedSince(db: Db, { steps }: UpgradeContent): Promise<Date> {
  const isHeldToParts = steps.some(({ kind }) => kind === 'fit part' || kind === 'change slot')
  if (isHeldToParts) return new Date(0)
  const [first] = await db.select({ at: fault.reportedAt }).from(fault).orderBy(asc(fault.reportedAt)).limit(1)
  return first?.at ?? new Date(0)
}

const curedWords = (content: UpgradeContent, found: Happened[]): string => {
  const counts = new Map<string, number>()
  for (const { about } of found) counts.set(about, (counts.get(about) ?? 0) + 1)
  const most = [...counts].sort((a, b) => b[1] - a[1])[0]?.[0]
  return most ?? content.against ?? 'what it should cure'
}

interface Window {
  printerId: string
  before: Date
  split: Date
  after: Date
}

/** What happened on these printers before and after, and how long they ran. */
async function watched(db: Db, windows: Window[], found: Happened[]) {
  const before = await ranBetween(
    db,
    windows.map(({ printerId, before: from, split }) => ({ printerId, from, until: split })),
  )
  const after = await ranBetween(
    db,
    windows.map(({ printerId, split, after: until }) => ({ printerId, from: split, until })),
  )
  const faults = windows.flatMap(({ printerId, before: from, split, after: until }) =>
    found
      .filter((one) => one.printerId === printerId && one.at >= from && one.at < until)
      .map((one) => ({ ...one, when: one.at < split ? ('before' as const) : ('after' as const) })),
  )
  const time = (some: { hours: number }[]) => some.reduce((sum, { hours }) => sum + hours, 0)
  const pair: BeforeAfter = {
    before: { events: faults.filter(({ when }) => when === 'before').length, time: time(before) },
    after: { events: faults.filter(({ when }) => when === 'after').length, time: time(after) },
  }
  return { pair, faults }
}

/** Other upgrades that came onto the same printers at about the same time. */
async function otherChanges(db: Db, changes: ChangeRow[]): Promise<string[]> {
  if (changes.length === 0) return []
  const rows = await db
    .select({ row: upgradeChange, name: upgrade.name })
    .from(upgradeChange)
    .innerJoin(upgrade, eq(upgrade.id, upgradeChange.upgradeId))
    .where(
      and(
        inArray(
          upgradeChange.printerId,
          changes.map(({ printerId }) => printerId),
        ),
        isNull(upgradeChange.takenBackSeq),
      ),
    )
  const near = 60 * dayMs
  const names = rows.flatMap(({ row, name }) =>
    changes.some(
      (own) =>
        own.upgradeId !== row.upgradeId &&
        own.printerId === row.printerId &&
        Math.abs(own.at.getTime() - row.at.getTime()) < near,
    )
      ? name
      : [],
  )
  return [...new Set(names)].map(
    (name) => `${name} came onto some of the same printers within two months: what helped cannot be told apart.`,
  )
}
