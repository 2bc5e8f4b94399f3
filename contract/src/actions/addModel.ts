import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from './action.ts'

/** A printer model: a template of slots. */
export interface AddModel extends ActionHeader<'add-model'> {
  modelId: string
  make: string
  name: string
  /** How filament is fed and the head runs, in words. */
  build: string
  slots: { name: string; kind: string }[]
}

export const addModel: ActionShape = {
  schema: siteAction('add-model', {
    modelId: uuid.required(),
    make: words(60).required(),
    name: words(60).required(),
    build: words(200).required(),
    slots: Joi.array()
      .items(Joi.object({ name: words(60).required(), kind: words(60).required() }))
      .min(1)
      .max(60)
      .unique('name')
      .required(),
  }),
  areas: ['printers', 'logbook'],
  summary: 'Add a printer model with its slots.',
}
