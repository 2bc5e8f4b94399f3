import { sql } from 'drizzle-orm'
import { customType, index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { moment, bytea, entrySeq } from './columns.ts'
import { site, person } from './people.ts'

/** The append-only book. A trigger refuses UPDATE, DELETE and TRUNCATE. Every other table of facts follows from it. */
export const logEntry = pgTable(
  'log_entry',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    key: uuid('key').notNull(),
    kind: text('kind').notNull(),
    printerId: uuid('printer_id'),
    at: moment('at').notNull(),
    recordedAt: moment('recorded_at').notNull(),
    personId: uuid('person_id').notNull(),
    payload: jsonb('payload').$type<Record<string, unknown>>().notNull(),
    amendsSeq: entrySeq('amends_seq'),
  },
  (t) => [
    uniqueIndex('log_entry_key').on(t.key),
    index('log_entry_printer').on(t.printerId, t.seq),
    index('log_entry_kind').on(t.kind, t.seq),
    index('log_entry_printer_kind').on(t.printerId, t.kind, t.seq),
    // Lines come in the order of this moment: a few pages' bounds tell where the young ones lie, and cost a write next to nothing.
    index('log_entry_recorded').using('brin', t.recordedAt),
    index('log_entry_amends')
      .on(t.amendsSeq)
      .where(sql`amends_seq is not null`),
  ],
)

/** The chain that makes the book tamper-evident: each line of a printer is sealed together with the one before. Append-only. */
export const logSeal = pgTable(
  'log_seal',
  {
    seq: entrySeq('seq').primaryKey(),
    /** The printer, or the site for lines that belong to none. */
    chainId: uuid('chain_id').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('log_seal_chain').on(t.chainId, t.seq)],
)

const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' })

/** Derived, not facts: the words of every line as a reader sees them, for the search. May be emptied. */
export const logSearch = pgTable(
  'log_search',
  {
    seq: entrySeq('seq').primaryKey(),
    words: tsvector('words').notNull(),
    partTypes: uuid('part_types').array().notNull(),
  },
  (t) => [index('log_search_words').using('gin', t.words), index('log_search_part_types').using('gin', t.partTypes)],
)

/** A person's own, not facts: searches that were kept, and how far the book was read. */
export const savedView = pgTable(
  'saved_view',
  {
    id: uuid('id').primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    name: text('name').notNull(),
    query: text('query').notNull(),
  },
  (t) => [uniqueIndex('saved_view_name').on(t.personId, sql`lower(${t.name})`)],
)
/** Photos and files. Not lines of the book, but part of every backup. */
export const attachment = pgTable(
  'attachment',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    personId: uuid('person_id').notNull(),
    addedAt: moment('added_at').notNull(),
    /** Of a photo, in pixels. */
    width: integer('width'),
    height: integer('height'),
    /** Of a file that is no photo: what it is called. */
    name: text('name'),
    bytes: bytea('bytes').notNull(),
  },
  (t) => [index('attachment_site').on(t.siteId)],
)

/** How often something was set, and by which entry last: two forms that were open at once do not overwrite each other unseen. */
export const setVersion = pgTable('set_version', {
  /** What was set, such as "item" and its id. */
  id: text('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  version: integer('version').notNull(),
  seq: entrySeq('seq').notNull(),
})
