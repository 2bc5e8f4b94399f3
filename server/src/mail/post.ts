import { createTransport } from 'nodemailer'
import { eq } from 'drizzle-orm'
import type { MailServer, SetMailServer } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { mailServer, site } from '../platform/tables.ts'

export type MailServerRow = typeof mailServer.$inferSelect

/** A mail server that answers at all does so in this time. */
const patienceMs = 15_000

/** Why a mail could not be sent, in words for whoever waits for it. */
export class MailProblem extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'MailProblem'
  }
}

export interface Mail {
  to: string
  subject: string
  text: string
  /** The same mail has the same, however often it is sent. */
  id: string
}

export async function mailServerHere(db: Db): Promise<MailServerRow | null> {
  const [row] = await db.select().from(mailServer).limit(1)
  return row ?? null
}

export const shownServer = ({ host, port, security, userName, fromAddress, sendAt }: MailServerRow): MailServer => ({
  host,
  port,
  security,
  user: userName,
  sender: fromAddress,
  sendAt,
})

/** A password that is not said stays, as long as it is for the same name at the same server. */
export async function setMailServer(db: Db, set: SetMailServer): Promise<void> {
  const [place] = await db.select({ id: site.id }).from(site).limit(1)
  if (!place) return
  const before = await mailServerHere(db)
  // A kept password goes nowhere else than where it was given for, and not over another kind of line.
  const isSame =
    before?.host === set.host &&
    before.port === set.port &&
    before.security === set.security &&
    before.userName === set.user
  const row = {
    host: set.host,
    port: set.port,
    security: set.security,
    userName: set.user,
    password: set.user === null ? null : set.password === undefined ? (isSame ? before.password : null) : set.password,
    fromAddress: set.sender,
    sendAt: set.sendAt,
  }
  await db
    .insert(mailServer)
    .values({ id: place.id, ...row })
    .onConflictDoUpdate({ target: mailServer.id, set: row })
}

export async function forgetMailServer(db: Db): Promise<void> {
  const [place] = await db.select({ id: site.id }).from(site).limit(1)
  if (place) await db.delete(mailServer).where(eq(mailServer.id, place.id))
}

/**
 * Hands a mail to the workshop's mail server.
 * @throws MailProblem in words, without the password
 */
export async function sendMail(server: MailServerRow, { to, subject, text, id }: Mail): Promise<void> {
  const { host, port, security, userName, password, fromAddress } = server
  const transport = createTransport({
    host,
    port,
    secure: security === 'TLS',
    requireTLS: security === 'STARTTLS',
    ignoreTLS: security === 'none',
    ...(userName === null ? {} : { auth: { user: userName, pass: password ?? '' } }),
    connectionTimeout: patienceMs,
    greetingTimeout: patienceMs,
    socketTimeout: patienceMs,
    disableFileAccess: true,
    disableUrlAccess: true,
  })
  try {
    await transport.sendMail({ from: fromAddress, to, subject, text, messageId: `<${id}@diatribon>` })
  } catch (error) {
    throw new MailProblem(wordsOf(error, `${host}:${port}`))
  } finally {
    transport.close()
  }
}

function wordsOf(error: unknown, where: string): string {
  const { code, responseCode, response } = error as { code?: string; responseCode?: number; response?: string }
  const said = response ? ` It said: ${response.slice(0, 200)}` : ''
  if (code === 'EAUTH' || code === 'ENOAUTH') return `The mail server ${where} did not take the name and password.`
  if (code === 'EENVELOPE') return `The mail server ${where} did not take the address.${said}`
  if (code === 'ETLS') return `The mail server ${where} offers no private line as it was asked for.`
  if (responseCode !== undefined) return `The mail server ${where} did not take the mail.${said}`
  return `The mail server ${where} does not answer. Is it set right, and does it run?`
}
