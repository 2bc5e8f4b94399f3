import Joi from 'joi'
import { taskChoices, type TaskChoice } from '../../plan/fortnight.ts'
import { dayField, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody says of a task of the plan when and by whom it is done, or that it is left for now; free: the plan decides again. */
export interface PlaceTask extends ActionHeader<'place-task'> {
  printerId: string
  /** The task as the plan names it. */
  task: string
  choice: TaskChoice
  /** Of a pinned one its day; of one that is left out, the day from which it counts again. */
  day?: string
  forPersonId?: string
  reason?: string
}

export const placeTask: ActionShape<PlaceTask> = {
  schema: siteAction<PlaceTask>('place-task', {
    printerId: uuid.required(),
    task: Joi.string()
      .pattern(/^(replace|duty) [0-9a-f-]{36}$|^(check|reading|upgrade) [0-9a-f-]{36} [0-9a-f-]{36}$/)
      .messages({ 'string.pattern.base': '{{#label}} must be a task of the plan' })
      .required(),
    choice: Joi.string()
      .valid(...taskChoices)
      .required(),
    day: dayField.when('choice', { is: 'free', then: Joi.forbidden(), otherwise: Joi.required() }),
    forPersonId: uuid.when('choice', { not: 'pinned', then: Joi.forbidden() }),
    reason: words(500).when('choice', { is: 'left out', then: Joi.required() }),
  }),
  summary: 'Pin a task of the plan to a day, leave it out for now, or set it free.',
}
