import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import {
  printerAction,
  uuid,
  words,
  workMinutes,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** An upgrade is installed on a printer: what its design says is changed, and the printer waits to be released. */
export interface InstallUpgrade extends PrinterActionHeader<'install-upgrade'> {
  changeId: string
  upgradeId: string
  /** The version that was installed. */
  version: number
  campaignId?: string
  /** Why the parts that it replaces come out, by slot; "upgraded" when left out. */
  removalReasons?: Record<string, RemovalReason>
  minutes?: number
  /** Told later: it has been in service since, and needs no release. */
  alreadyBack?: true
  confirmed?: ConfirmedWork[]
  note?: string
}

export const installUpgrade: ActionShape<InstallUpgrade> = {
  schema: printerAction<InstallUpgrade>('install-upgrade', {
    changeId: uuid.required(),
    upgradeId: uuid.required(),
    version: Joi.number().integer().min(1).required(),
    campaignId: uuid,
    removalReasons: Joi.object().pattern(words(60), Joi.string().valid(...removalReasons)),
    minutes: workMinutes,
    alreadyBack: Joi.boolean().valid(true),
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Install an upgrade on a printer; it goes on hold until it is released.',
}
