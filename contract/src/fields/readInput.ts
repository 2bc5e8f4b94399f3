import type Joi from 'joi'
import { momentFaults } from '../moments.ts'
import { capital, placeWords } from './fieldWords.ts'

/** What a rule says of a field that breaks it, to be read after the field's name. */
const ours: Record<string, string> = {
  'any.required': 'is missing',
  'any.only': 'must be one of those that there are',
  'any.unknown': 'does not belong here',
  'any.invalid': 'cannot be that',
  'any.ref': 'does not fit the rest',
  'string.base': 'must be words',
  'string.empty': 'must not be empty',
  'string.min': 'needs at least {{#limit}} letters',
  'string.max': 'is longer than {{#limit}} letters',
  'string.length': 'needs {{#limit}} letters',
  'string.pattern.base': 'is not written as it should be',
  // A pattern that has a name has its words in it: words of a field's own are merged anew at every check.
  'string.pattern.name': '{{#name}}',
  ...momentFaults,
  'string.email': 'is no mail address, such as name@example.org',
  'string.lowercase': 'must be in small letters',
  'string.trim': 'has spaces before or behind',
  'number.base': 'must be a figure such as 12.5',
  'number.infinity': 'must be a figure such as 12.5',
  'number.unsafe': 'is too large a figure',
  'number.integer': 'must be a whole number',
  'number.min': 'must be at least {{#limit}}',
  'number.max': 'must be at most {{#limit}}',
  'number.greater': 'must be more than {{#limit}}',
  'number.less': 'must be less than {{#limit}}',
  'number.positive': 'must be more than 0',
  'boolean.base': 'must be yes or no',
  'array.base': 'must be a list',
  'array.min': 'needs at least {{#limit}}',
  'array.max': 'holds at most {{#limit}}',
  'array.length': 'must be {{#limit}} in number',
  'array.unique': 'stands in the list twice',
  'array.sparse': 'is missing',
  'array.includesRequiredUnknowns': 'lacks something that is needed',
  'array.includesRequiredKnowns': 'lacks something that is needed',
  'array.hasUnknown': 'lacks something that is needed',
  'object.base': 'is not filled in as it should be',
  'object.unknown': 'is not asked for here',
  'object.min': 'needs at least {{#limit}}',
  'object.max': 'holds at most {{#limit}}',
  'object.pattern.match': 'is not filled in as it should be',
  'alternatives.any': 'is not filled in as it should be',
  'alternatives.all': 'is not filled in as it should be',
  'alternatives.one': 'is not filled in as it should be',
  'alternatives.types': 'is not filled in as it should be',
  'alternatives.match': 'is not filled in as it should be',
}

const preferences: Joi.ValidationOptions = {
  abortEarly: false,
  errors: { label: false, wrap: { label: false, array: false, string: false } },
  messages: ours,
}

/** Schemas with our preferences worked in once: as options of each call they cost half the time of the check. */
const prepared = new WeakMap<Joi.Schema, { first: Joi.Schema; all: Joi.Schema }>()

/** What was sent as it should be, or what is wrong with it, field by field and in one sentence. */
export type ReadInput<T> = { ok: true; value: T } | { ok: false; fields: Record<string, string>; sentence: string }

/** Whether this is something that is chosen from what is there, and not written. */
const isChosen = (path: readonly (string | number)[]) => /Ids?$|^(kind|outcome|role|event)$/.test(String(path.at(-1)))

/** Of longer input only the first fault is told: hundreds of thousands of them would hold the server up, and nobody reads them. */
const mostTold = 2000

function isLong(input: unknown): boolean {
  let left = mostTold
  const count = (part: unknown): boolean => {
    if (typeof part !== 'object' || part === null) return false
    const parts: unknown[] = Object.values(part)
    left -= parts.length
    return left < 0 || parts.some(count)
  }
  return count(input)
}

/** Reads a body, a query or an action against its schema; says every fault in the words of the screens. */
export function readInput<T>(schema: Joi.ObjectSchema<T> | Joi.ObjectSchema, input: unknown): ReadInput<T> {
  let strict = prepared.get(schema)
  if (!strict) {
    strict = { first: schema.prefs({ ...preferences, abortEarly: true }), all: schema.prefs(preferences) }
    prepared.set(schema, strict)
  }
  const { value, error: first } = strict.first.validate(input ?? {}) as { value: T; error?: Joi.ValidationError }
  if (!first) return { ok: true, value }
  const error = isLong(input) ? first : (strict.all.validate(input ?? {}).error ?? first)
  // Not straight into an object: a field may be called "constructor" or "__proto__".
  const told = new Map<string, string>()
  for (const detail of error.details) {
    const path = detail.path.join('.')
    if (!told.has(path)) told.set(path, faultWords(detail))
  }
  const fields = Object.fromEntries(told)
  const sentences = [...new Set(Object.values(fields))].slice(0, 5)
  return { ok: false, fields, sentence: sentences.join(' ') }
}

/** One fault as a sentence: "Slot 1: kind must not be empty." */
function faultWords({ path, type, message, context }: Joi.ValidationErrorItem): string {
  const { where, field } = placeWords(path)
  const before = where === '' ? '' : `${where}: `
  const lead = (words: string) => (before === '' ? capital(words) : `${before}${words}`)
  if (message === ours['any.only']) return `${lead(field)} must be ${choices(context?.valids as unknown[])}.`
  if (path.length === 0 && type === 'object.base') return 'What was sent is not filled in as it should be.'
  // A whole sentence about several fields of one thing.
  if (type.startsWith('object.') && !Object.hasOwn(ours, type)) {
    const of = [where, field].filter(Boolean).join(': ')
    return `${of === '' ? capital(message) : `${capital(of)}: ${message}`}.`
  }
  const missing = type === 'any.required' || type === 'string.empty'
  if (missing && isChosen(path)) {
    // "Slot 1: choose what it takes."
    if (path.length === 3 && path[0] === 'slots' && field === 'kind') return `${before}choose what it takes.`
    return `${lead(field)} must be chosen.`
  }
  return `${lead(field)} ${message}.`
}

function choices(valids: readonly unknown[]): string {
  const words = valids.filter((one) => typeof one === 'string' || typeof one === 'number')
  if (words.length === 0) return valids.includes(true) ? 'yes or left out' : 'left out'
  return words.length === 1 ? String(words[0]) : `one of: ${words.join(', ')}`
}
