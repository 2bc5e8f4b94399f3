import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { entrySeq, moment } from './columns.ts'
import { person } from './people.ts'

export const notice = pgTable('notice', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  text: text('text').notNull(),
  until: text('until').notNull(),
  at: moment('at').notNull(),
  personId: uuid('person_id').notNull(),
  takenDownSeq: entrySeq('taken_down_seq'),
})

/** Whom a note is for, and which entry it answers. */
export const noteLink = pgTable(
  'note_link',
  {
    /** Number of the note and what it points at. */
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    seq: entrySeq('seq').notNull(),
    personId: uuid('person_id'),
    toSeq: entrySeq('to_seq'),
  },
  (t) => [
    index('note_link_person').on(t.personId, t.seq),
    index('note_link_to').on(t.toSeq),
    index('note_link_seq').on(t.seq),
  ],
)

/** How far somebody has read. */
export const readMark = pgTable('read_mark', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  seq: entrySeq('seq').notNull(),
})
