import { boolean, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { MailPage, MailSecurity } from '@diatribon/contract'
import { moment } from './columns.ts'
import { person, site } from './people.ts'

/** Not part of the book, which anybody may read: the server that takes the workshop's mail, with its password. */
export const mailServer = pgTable('mail_server', {
  id: uuid('id')
    .primaryKey()
    .references(() => site.id),
  host: text('host').notNull(),
  port: integer('port').notNull(),
  security: text('security').$type<MailSecurity>().notNull(),
  userName: text('user_name'),
  password: text('password'),
  fromAddress: text('from_address').notNull(),
  sendAt: text('send_at').notNull(),
})

/** Not part of the book: people's own mail addresses, and whether they want the morning mail. */
export const mailChoice = pgTable('mail_choice', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  address: text('address'),
  wantsMorningMail: boolean('wants_morning_mail').notNull(),
})

/** What became of the morning mails: one for each person and day, whichever process sends it. */
export const mailSent = pgTable(
  'mail_sent',
  {
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    day: text('day').notNull(),
    state: text('state').$type<NonNullable<MailPage['last']>['state']>().notNull(),
    attempts: integer('attempts').notNull(),
    at: moment('at').notNull(),
    problem: text('problem'),
  },
  (t) => [primaryKey({ columns: [t.personId, t.day] }), index('mail_sent_day').on(t.day)],
)
