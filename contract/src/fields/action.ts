import Joi from 'joi'
import { mostPhotos } from '../attachment.ts'
import { momentField } from '../momentFields.ts'

export { dayField } from '../momentFields.ts'

/** What every action carries: who says it is known from the session. */
export interface ActionHeader<Kind extends string> {
  /** UUID made by the client. Sending the same action twice records it once. */
  key: string
  kind: Kind
  /** When it happened (ISO 8601 with zone), not when it was typed. */
  at: string
}

export interface PrinterActionHeader<Kind extends string> extends ActionHeader<Kind> {
  printerId: string
}

export const uuid = Joi.string()
  .lowercase()
  .pattern(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, {
    name: 'names nothing that can be here; choose it anew',
  })

/** Names and short words are one line: they stand in lists, labels and files that know no other. */
const longestLine = 120

/** Text that the database can keep: no null characters, no half characters; what is short has one line. */
export const words = (longest: number) =>
  longest > longestLine
    ? kept(longest)
    : kept(longest).pattern(/^[^\p{Cc}\u2028\u2029]*$/u, { name: 'must be one line' })

const kept = (longest: number) =>
  Joi.string()
    .trim()
    .min(1)
    .max(longest)
    .pattern(/^[^\u0000\p{Surrogate}]*$/u, { name: 'holds characters that cannot be kept' })

export const hours = Joi.number().min(0).max(1_000_000)

/** Minutes that somebody worked. */
export const workMinutes = Joi.number().min(0).max(100_000)

/** Photos that were sent before and belong to the action. */
export const photoIds = Joi.array().items(uuid).min(1).max(mostPhotos)

/** Figures that many kinds share, with the limits of what can be. */
export const jobFigures = {
  moment: momentField,
  metres: Joi.number().min(0).max(100_000),
  grams: Joi.number().min(0).max(50_000),
  diameterMm: Joi.number().min(1).max(4),
  densityGPerCm3: Joi.number().min(0.5).max(10),
  minutesEach: Joi.number().greater(0).max(100_000),
}

/** The version of what is set that its sender saw, 0 of what is new: when somebody has set it since, it is refused. */
export const seenVersion = Joi.number().integer().min(0).max(1_000_000)

const header = (kind: string) => ({
  key: uuid.required(),
  kind: Joi.string().valid(kind).required(),
  at: momentField.required(),
})

/** A field of the shape for each field of the action, of its kind: the compiler holds both together. */
type Fields<A, Header> = Joi.StrictSchemaMap<Omit<A, keyof Header>>

export const siteAction = <A extends ActionHeader<string>>(kind: A['kind'], payload: Fields<A, ActionHeader<string>>) =>
  Joi.object<A>({ ...header(kind), ...payload })

export const printerAction = <A extends PrinterActionHeader<string>>(
  kind: A['kind'],
  payload: Fields<A, PrinterActionHeader<string>>,
) => Joi.object<A>({ ...header(kind), printerId: uuid.required(), ...payload })

/** Of one kind of action. Its file in `actions` exports it under the name of the kind. */
export interface ActionShape<A extends ActionHeader<string> = ActionHeader<string>> {
  schema: Joi.ObjectSchema<A>
  /** One sentence for the API page. */
  summary: string
}
