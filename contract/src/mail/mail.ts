import Joi from 'joi'

/** How the line to the mail server is kept private. */
export const mailSecurities = ['TLS', 'STARTTLS', 'none'] as const
export type MailSecurity = (typeof mailSecurities)[number]

/** The server that takes the workshop's mail. Its password is kept and never shown. */
export interface MailServer {
  host: string
  port: number
  security: MailSecurity
  user: string | null
  sender: string
  /** When the morning mail goes out, by the workshop's clock: 07:00. */
  sendAt: string
}

export interface SetMailServer extends MailServer {
  /** Left out: it stays as it is. */
  password?: string | null
}

export interface MyMail {
  address: string | null
  wantsMorningMail: boolean
}

/** What somebody sees of the morning mail. */
export interface MailPage {
  mine: MyMail
  /** When it goes out; null: no server is set, nothing is sent. */
  sendAt: string | null
  /** What became of one's own last one. */
  last: { day: string; state: 'sent' | 'nothing to tell' | 'failed' | 'sending'; problem: string | null } | null
  /** For whoever sets up the site: the server, and how many of today could not be sent. */
  server: MailServer | null
  hasPassword: boolean
  failedToday: number
}

const email = Joi.string().email({ tlds: false }).max(200)
export const mailServerSchema = Joi.object<SetMailServer>({
  host: Joi.string()
    .trim()
    .pattern(/^[A-Za-z0-9.:[\]-]+$/, 'must be the name or address of a machine')
    .max(200)
    .required(),
  port: Joi.number().integer().min(1).max(65_535).required(),
  security: Joi.valid(...mailSecurities).required(),
  user: Joi.string().trim().max(200).allow(null).required(),
  password: Joi.string().max(500).allow(null),
  sender: email.required(),
  sendAt: Joi.string()
    .pattern(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 07:00')
    .required(),
})

export const myMailSchema = Joi.object<MyMail>({
  address: email.trim().allow(null).required(),
  wantsMorningMail: Joi.boolean().required(),
})
