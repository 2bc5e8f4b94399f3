import Joi from 'joi'
import { verdicts, type Verdict } from '../../upgrades/upgrade.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A lead closes the question whether an upgrade helped, or opens it again. */
export interface JudgeUpgrade extends ActionHeader<'judge-upgrade'> {
  upgradeId: string
  /** null: it is open again. */
  verdict: Verdict | null
  reason: string
}

export const judgeUpgrade: ActionShape<JudgeUpgrade> = {
  schema: siteAction<JudgeUpgrade>('judge-upgrade', {
    upgradeId: uuid.required(),
    verdict: Joi.string()
      .valid(...verdicts)
      .allow(null)
      .required(),
    reason: words(1000).required(),
  }),
  summary: 'Close the question whether an upgrade helped, or open it again.',
}
