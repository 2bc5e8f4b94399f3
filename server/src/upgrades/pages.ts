import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type {
  Campaign,
  InstalledUpgrade,
  StandingRule,
  TestPiece,
  UpgradeCandidate,
  UpgradeLine,
  UpgradePage,
  UpgradesPage,
} from '@diatribon/contract'
import { upgradeAdvice } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import {
  campaign,
  logEntry,
  person,
  printer,
  printerModel,
  standingRule,
  testPiece,
  upgrade,
  upgradeChange,
  upgradeVerdict,
  upgradeVersion,
} from '../platform/tables.ts'
import type { UpgradeWatch } from './watchFigure.ts'

/** Every design with what it should save, what it did, and where to begin. */
export async function upgradesPage(db: Db): Promise<UpgradesPage> {
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
  const installed = await installedOf(db, id)
  return {
    line: lineOf(row, watch, (await verdicts(db)).get(id) ?? null),
    versions: versions.map(({ row: of, who }) => ({
      version: of.version,
      at: of.at.toISOString(),
      who,
      content: of.content,
    })),
    installed,
    campaigns: await campaignsOf(db, id),
    candidates: await candidatesOf(db, row, installed),
    help: watch.help,
    pieces: await piecesOf(db, id),
    signOffs: row.content.signOffs,
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
      key: logEntry.key,
    })
    .from(upgradeChange)
    .innerJoin(printer, eq(printer.id, upgradeChange.printerId))
    .innerJoin(person, eq(person.id, upgradeChange.personId))
    .innerJoin(logEntry, eq(logEntry.seq, upgradeChange.seq))
    .where(and(eq(upgradeChange.upgradeId, upgradeId), isNull(upgradeChange.takenBackSeq)))
    .orderBy(desc(upgradeChange.at))
  return rows.map(({ row, name, rack, place, who, key }) => ({
    changeId: row.id,
    printer: { id: row.printerId, name, place: `${rack}${place}` },
    version: row.version,
    at: row.at.toISOString(),
    runHours: row.runHours,
    who,
    undoneAt: row.undoneAt?.toISOString() ?? null,
    campaignId: row.campaignId,
    entryKey: key,
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

async function candidatesOf(
  db: Db,
  { content }: typeof upgrade.$inferSelect,
  installed: InstalledUpgrade[],
): Promise<UpgradeCandidate[]> {
  const has = new Set(installed.filter(({ undoneAt }) => undoneAt === null).map((one) => one.printer.id))
  const rows = await db
    .select({ row: printer, make: printerModel.make, model: printerModel.name })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(isNull(printer.retiredReason))
    .orderBy(asc(printer.room), asc(printer.rack), asc(printer.place))
  return rows
    .filter(({ row }) => content.models.length === 0 || content.models.includes(row.modelId))
    .map(({ row, make, model }) => ({
      id: row.id,
      name: row.name,
      place: `${row.rack}${row.place}`,
      rack: row.rack,
      modelId: row.modelId,
      model: `${make} ${model}`.trim(),
      runHours: row.hours,
      has: has.has(row.id),
    }))
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
