import { InputProblem } from '@diatribon/core'
import { readInput, type RefusalBody } from '@diatribon/contract'
import type Joi from 'joi'

/** A "no" that a client can show: HTTP status, stable code, one sentence, and the fields to put right. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 408 | 409 | 413 | 429 | 500 | 503,
    readonly code: string,
    message: string,
    readonly fields?: Record<string, string>,
    /** When it may be tried again. */
    readonly retryAfterSeconds?: number,
  ) {
    super(message)
    this.name = 'Refusal'
  }

  get body(): RefusalBody {
    const { code, message, fields } = this
    return { error: fields ? { code, message, fields } : { code, message } }
  }
}

export const badInput = (field: string, message: string) => new Refusal(400, 'bad-input', message, { [field]: message })

/** A core problem as the refusal of a sum (400) or, where the state forbids, of an action (409). */
export const refusalOf = (problem: InputProblem, status: 400 | 409) =>
  new Refusal(status, problem.code, problem.message)

/**
 * The value a schema makes of the input.
 * @throws Refusal 400 naming every field that is wrong
 */
export function checked<T>(schema: Joi.ObjectSchema<T> | Joi.ObjectSchema, input: unknown): T {
  const read = readInput<T>(schema, input)
  if (read.ok) return read.value
  throw new Refusal(400, 'bad-input', read.sentence, read.fields)
}
