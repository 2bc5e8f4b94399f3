import { and, asc, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm'
import type {
  Campaign,
  InstalledUpgrade,
  PrintedPart,
  StandingRule,
  TestPiece,
  UpgradeCandidate,
  UpgradeContent,
  UpgradeLine,
  UpgradePage,
  UpgradesPage,
} from '@diatribon/contract'
import { upgradeAdvice } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { Refusal } from '../platform/refusal.ts'
import {
  campaign,
  job,
  person,
  printer,
  printerModel,
  standingRule,
  stockMove,
  testPiece,
  upgrade,
  upgradeChange,
  upgradeVerdict,
  upgradeVersion,
  usage,
} from '../platform/tables.ts'
import type { UpgradeWatch } from './watchFigure.ts'

/** Every design with what it should save, what it did, and where to begin. */
export async function upgradesPage(db: Db): Promise<Omit<UpgradesPage, 'fresh'>> {
  const rows = await db.select().from(upgrade).orderBy(asc(upgrade.name))
  const watches = await keptResults<UpgradeWatch>(db, 'upgradeWatch')
  const closed = await verdicts(db)
  const lines = rows
    .flatMap((row) => {
      const watch = watches.get(row.id)
      return watch ? [lineOf(row, watch, closed.get(row.id) ?? null)] : []
    })
    .sort(
      (a, b) =>
        Number(a.dropped) - Number(b.dropped) || worth(b) - worth(a) || a.content.name.localeCompare(b.content.name),
    )
  const open = lines.filter(({ dropped, closed: ended }) => !dropped && ended?.verdict !== 'made it worse')
  return {
    upgrades: lines,
    advice: upgradeAdvice(
      open.map(({ content, whereFirst: first }) => ({ name: content.name, first, against: content.against })),
    ),
    rules: await standingRules(db),
  }
}

/** What is left of two years' saving. */
const worth = ({ saving }: UpgradeLine) => 2 * saving.savedMinor - saving.costMinor

function lineOf(
  row: typeof upgrade.$inferSelect,
  { fits, installed, saving, whereFirst, why, help }: UpgradeWatch,
  closed: UpgradeLine['closed'],
): UpgradeLine {
  const { id, version, content, dropped } = row
  const verdict = { words: help.words, rates: help.rates, found: help.verdict }
  return { id, version, content, dropped, fits, installed, saving, whereFirst, why, verdict, closed }
}

/** What a lead has said last of each; those that were opened again are left out. */
async function verdicts(db: Db): Promise<Map<string, NonNullable<UpgradeLine['closed']>>> {
  const rows = await db
    .selectDistinctOn([upgradeVerdict.upgradeId], { row: upgradeVerdict, who: person.displayName })
    .from(upgradeVerdict)
    .innerJoin(person, eq(person.id, upgradeVerdict.personId))
    .orderBy(upgradeVerdict.upgradeId, desc(upgradeVerdict.seq))
  return new Map(
    rows.flatMap(({ row, who }) =>
      row.verdict
        ? [[row.upgradeId, { verdict: row.verdict, reason: row.reason, who, at: row.at.toISOString() }] as const]
        : [],
    ),
  )
}

/** Which part goes in when one fails. */
export async function standingRules(db: Db): Promise<StandingRule[]> {
  const rows = await db
    .select({ row: standingRule, who: person.displayName })
    .from(standingRule)
    .innerJoin(person, eq(person.id, standingRule.personId))
    .where(isNotNull(standingRule.insteadId))
  return rows.flatMap(({ row, who }) =>
    row.insteadId
      ? [{ partTypeId: row.id, insteadId: row.insteadId, reason: row.reason, who, at: row.at.toISOString() }]
      : [],
  )
}

/** One design: its versions, where it is, its campaigns, and whether it helped. */
export async function upgradePage(db: Db, id: string): Promise<UpgradePage> {
  const [row] = await db.select().from(upgrade).where(eq(upgrade.id, id))
  const watch = (await keptResults<UpgradeWatch>(db, 'upgradeWatch', [id])).get(id)
  if (!row || !watch) throw new Refusal(404, 'not-there', 'There is no upgrade with this id.')
  const versions = await db
    .select({ row: upgradeVersion, who: person.displayName })
    .from(upgradeVersion)
    .innerJoin(person, eq(person.id, upgradeVersion.personId))
    .where(eq(upgradeVersion.upgradeId, id))
    .orderBy(desc(upgradeVersion.version))
  return {
    line: lineOf(row, watch, (await verdicts(db)).get(id) ?? null),
    versions: versions.map(({ row: of, who }) => ({
      version: of.version,
      at: of.at.toISOString(),
      who,
      content: of.content,
    })),
    installed: await installedOf(db, id),
    campaigns: await campaignsOf(db, id),
    help: watch.help,
    pieces: await piecesOf(db, id),
    printed: await printedOf(db, row.content),
  }
}

async function installedOf(db: Db, upgradeId: string): Promise<InstalledUpgrade[]> {
  const rows = await db
    .select({
      row: upgradeChange,
      name: printer.name,
      rack: printer.rack,
      place: printer.place,
      who: person.displayName,
    })
    .from(upgradeChange)
    .innerJoin(printer, eq(printer.id, upgradeChange.printerId))
    .innerJoin(person, eq(person.id, upgradeChange.personId))
    .where(and(eq(upgradeChange.upgradeId, upgradeId), isNull(upgradeChange.takenBackSeq)))
    .orderBy(desc(upgradeChange.at))
  return rows.map(({ row, name, rack, place, who }) => ({
    changeId: row.id,
    printer: { id: row.printerId, name, place: `${rack}${place}` },
    version: row.version,
    at: row.at.toISOString(),
    runHours: row.runHours,
    who,
    undoneAt: row.undoneAt?.toISOString() ?? null,
    campaignId: row.campaignId,
  }))
}

async function campaignsOf(db: Db, upgradeId: string): Promise<Campaign[]> {
  const rows = await db
    .select({ row: campaign, who: person.displayName })
    .from(campaign)
    .innerJoin(person, eq(person.id, campaign.personId))
    .where(eq(campaign.upgradeId, upgradeId))
    .orderBy(desc(campaign.at))
  if (rows.length === 0) return []
  const printers = await db
    .select({ row: printer, make: printerModel.make, model: printerModel.name })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(inArray(printer.id, [...new Set(rows.flatMap(({ row }) => row.arms.map(({ printerId }) => printerId)))]))
  const byId = new Map(printers.map((one) => [one.row.id, one]))
  const changes = await db
    .select()
    .from(upgradeChange)
    .where(
      and(eq(upgradeChange.upgradeId, upgradeId), isNull(upgradeChange.takenBackSeq), isNull(upgradeChange.undoneSeq)),
    )
  return rows.map(({ row, who }) => ({
    id: row.id,
    name: row.name,
    upgradeId,
    trial: row.seed !== null,
    seed: row.seed,
    at: row.at.toISOString(),
    who,
    ended: row.endedAt ? { at: row.endedAt.toISOString(), reason: row.endedReason ?? '' } : null,
    printers: row.arms.flatMap(({ printerId, arm, pair }) => {
      const one = byId.get(printerId)
      if (!one) return []
      const change = changes.find((each) => each.printerId === printerId && each.campaignId === row.id)
      return [
        {
          id: printerId,
          name: one.row.name,
          place: `${one.row.rack}${one.row.place}`,
          model: `${one.make} ${one.model}`.trim(),
          runHours: one.row.hours,
          arm,
          pair,
          installed: change
            ? { changeId: change.id, at: change.at.toISOString(), onHold: one.row.holdReason !== null }
            : null,
        },
      ]
    }),
  }))
}

/** Printers that could get it. */
export async function candidatesOf(db: Db, id: string): Promise<UpgradeCandidate[]> {
  const [design] = await db.select({ content: upgrade.content }).from(upgrade).where(eq(upgrade.id, id))
  if (!design) throw new Refusal(404, 'not-there', 'There is no upgrade with this id.')
  const { models } = design.content
  const rows = await db
    .select({ row: printer, make: printerModel.make, model: printerModel.name, changeId: upgradeChange.id })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .leftJoin(
      upgradeChange,
      and(
        eq(upgradeChange.printerId, printer.id),
        eq(upgradeChange.upgradeId, id),
        isNull(upgradeChange.undoneSeq),
        isNull(upgradeChange.takenBackSeq),
      ),
    )
    .where(and(isNull(printer.retiredReason), models.length > 0 ? inArray(printer.modelId, models) : undefined))
    .orderBy(asc(printer.room), asc(printer.rack), asc(printer.place))
  return rows.map(({ row, make, model, changeId }) => ({
    id: row.id,
    name: row.name,
    place: `${row.rack}${row.place}`,
    rack: row.rack,
    modelId: row.modelId,
    model: `${make} ${model}`.trim(),
    runHours: row.hours,
    has: changeId !== null,
  }))
}

/** What was printed here of its parts, and what one took when the job is known. */
async function printedOf(db: Db, { parts }: UpgradeContent): Promise<PrintedPart[]> {
  const ids = parts.flatMap(({ made, itemId }) => (made === 'printed here' && itemId ? itemId : []))
  if (ids.length === 0) return []
  const rows = await db
    .select({
      itemId: stockMove.itemId,
      pieces: stockMove.pieces,
      jobId: stockMove.jobId,
      on: printer.name,
      hours: usage.hours,
    })
    .from(stockMove)
    .innerJoin(printer, eq(printer.id, stockMove.printedOn))
    .leftJoin(job, eq(job.id, stockMove.jobId))
    .leftJoin(usage, and(eq(usage.seq, job.finishedSeq), isNull(usage.takenBackSeq)))
    .where(and(inArray(stockMove.itemId, ids), eq(stockMove.kind, 'in'), isNull(stockMove.takenBackSeq)))
    .orderBy(asc(printer.name))
  return [...groupBy(rows, ({ itemId }) => itemId)].map(([itemId, own]) => {
    const byJob = own.filter(({ hours }) => hours !== null)
    const pieces = byJob.reduce((sum, one) => sum + one.pieces, 0)
    // One job may have been received in several lots.
    const jobs = new Map(byJob.map(({ jobId, hours }) => [jobId, hours ?? 0]))
    const ran = [...jobs.values()].reduce((sum, one) => sum + one, 0)
    return {
      itemId,
      pieces: own.reduce((sum, one) => sum + one.pieces, 0),
      on: [...new Set(own.map(({ on }) => on))],
      hoursEach: pieces > 0 ? ran / pieces : null,
      jobs: jobs.size,
    }
  })
}

async function piecesOf(db: Db, upgradeId: string): Promise<TestPiece[]> {
  const rows = await db
    .select({ row: testPiece, name: printer.name })
    .from(testPiece)
    .innerJoin(printer, eq(printer.id, testPiece.printerId))
    .where(and(eq(testPiece.upgradeId, upgradeId), isNull(testPiece.takenBackSeq)))
    .orderBy(desc(testPiece.at))
  return rows.map(({ row, name }) => ({
    seq: row.seq,
    printerId: row.printerId,
    printer: name,
    when: row.after ? 'after' : 'before',
    photo: row.photo,
    what: row.what,
    at: row.at.toISOString(),
  }))
}
