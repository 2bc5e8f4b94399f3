import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { MachineLimits, Permanence, RepairEffect, RepairWay, UpgradeContent, Verdict } from '@diatribon/contract'
import { entrySeq, moment } from './columns.ts'
import { partType } from './parts.ts'
import { site } from './people.ts'
import { fitting, printer, slot } from './printers.ts'

/** A design of an upgrade as it is now; its versions stand beside it. */
export const upgrade = pgTable(
  'upgrade',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    version: integer('version').notNull(),
    content: jsonb('content').$type<UpgradeContent>().notNull(),
    dropped: boolean('dropped').notNull(),
  },
  (t) => [uniqueIndex('upgrade_name').on(t.siteId, sql`lower(${t.name})`)],
)

export const upgradeVersion = pgTable(
  'upgrade_version',
  {
    /** Id of the design and number of the version. */
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    upgradeId: uuid('upgrade_id')
      .notNull()
      .references(() => upgrade.id),
    version: integer('version').notNull(),
    content: jsonb('content').$type<UpgradeContent>().notNull(),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
  },
  (t) => [index('upgrade_version_of').on(t.upgradeId, t.version)],
)

/** An upgrade rolled out over printers, or tried on half of them. */
export const campaign = pgTable(
  'campaign',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    upgradeId: uuid('upgrade_id')
      .notNull()
      .references(() => upgrade.id),
    name: text('name').notNull(),
    /** null: everyone gets it. */
    seed: integer('seed'),
    arms: jsonb('arms').$type<CampaignArm[]>().notNull(),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
    endedAt: moment('ended_at'),
    endedReason: text('ended_reason'),
  },
  (t) => [index('campaign_upgrade').on(t.upgradeId)],
)
export interface CampaignArm {
  printerId: string
  arm: 'gets it' | 'compared'
  pair: number
}

/** The installation of an upgrade on a printer. */
export const upgradeChange = pgTable(
  'upgrade_change',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    upgradeId: uuid('upgrade_id')
      .notNull()
      .references(() => upgrade.id),
    version: integer('version').notNull(),
    campaignId: uuid('campaign_id').references(() => campaign.id),
    at: moment('at').notNull(),
    runHours: doublePrecision('run_hours').notNull(),
    minutes: doublePrecision('minutes').notNull(),
    personId: uuid('person_id').notNull(),
    seq: entrySeq('seq').notNull(),
    /** Taken off again, by this entry. */
    undoneAt: moment('undone_at'),
    undoneSeq: entrySeq('undone_seq'),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [
    index('upgrade_change_printer').on(t.printerId, t.at),
    index('upgrade_change_upgrade').on(t.upgradeId),
    index('upgrade_change_campaign').on(t.campaignId),
    index('upgrade_change_seq').on(t.seq),
    uniqueIndex('upgrade_once')
      .on(t.printerId, t.upgradeId)
      .where(sql`undone_at is null and taken_back_seq is null`),
  ],
)

/** Limits of one printer other than its model's: the newest word on each holds. */
export const limitChange = pgTable(
  'limit_change',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    limits: jsonb('limits').$type<Partial<MachineLimits>>().notNull(),
    reason: text('reason').notNull(),
    at: moment('at').notNull(),
    /** From then on it counts no more. */
    untilAt: moment('until_at'),
    untilSeq: entrySeq('until_seq'),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('limit_change_printer').on(t.printerId, t.at)],
)

/** What a lead has said of an upgrade; null: open again. */
export const upgradeVerdict = pgTable(
  'upgrade_verdict',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    upgradeId: uuid('upgrade_id')
      .notNull()
      .references(() => upgrade.id),
    verdict: text('verdict').$type<Verdict>(),
    reason: text('reason').notNull(),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
  },
  (t) => [index('upgrade_verdict_upgrade').on(t.upgradeId, t.seq)],
)

/** When a part of this type fails, that one goes in. */
export const standingRule = pgTable('standing_rule', {
  id: uuid('id')
    .primaryKey()
    .references(() => partType.id),
  siteId: uuid('site_id').notNull(),
  insteadId: uuid('instead_id').references(() => partType.id),
  reason: text('reason').notNull(),
  at: moment('at').notNull(),
  personId: uuid('person_id').notNull(),
})

/** Photos of the same piece, before and after. */
export const testPiece = pgTable(
  'test_piece',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    upgradeId: uuid('upgrade_id')
      .notNull()
      .references(() => upgrade.id),
    after: boolean('after').notNull(),
    photo: uuid('photo').notNull(),
    what: text('what').notNull(),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('test_piece_upgrade').on(t.upgradeId)],
)

/** A part that was mended where it sits. */
export const repair = pgTable(
  'repair',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    slotId: uuid('slot_id')
      .notNull()
      .references(() => slot.id),
    /** The fitting that it was until then, and the one that goes on. */
    fittingId: uuid('fitting_id')
      .notNull()
      .references(() => fitting.id),
    goesOnId: uuid('goes_on_id')
      .notNull()
      .references(() => fitting.id),
    was: text('was'),
    way: text('way').$type<RepairWay>().notNull(),
    words: text('words').notNull(),
    effect: text('effect').$type<RepairEffect>().notNull(),
    permanence: text('permanence').$type<Permanence>().notNull(),
    minutes: doublePrecision('minutes').notNull(),
    costMinor: bigint('cost_minor', { mode: 'number' }).notNull(),
    cureHours: doublePrecision('cure_hours').notNull(),
    faultId: uuid('fault_id'),
    at: moment('at').notNull(),
    runHours: doublePrecision('run_hours').notNull(),
    personId: uuid('person_id').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('repair_printer').on(t.printerId, t.at), index('repair_fitting').on(t.fittingId)],
)
