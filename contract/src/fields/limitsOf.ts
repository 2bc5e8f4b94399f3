import type Joi from 'joi'

/** What a field of a form may hold, as the shape of its action says. */
export interface FieldLimits {
  required: boolean
  /** Letters at most. */
  maxLength?: number
  /** Least and most of a figure, both allowed. */
  min?: number
  max?: number
  /** Whole figures only. */
  whole?: boolean
}

/** By the name of the field; of a list's lines `lines.*.pieces`. */
export type Limits = Readonly<Record<string, FieldLimits>>

/** What of a schema says its limits. Not by `describe`, which the build for browsers does without. */
interface Parts {
  type: string
  $_getFlag(name: string): unknown
  $_getRule(name: string): { args?: { limit?: unknown } } | undefined
  _valids: { has(value: unknown): boolean } | null
  $_terms: { keys?: { key: string; schema: Parts }[] | null; items?: Parts[] | null }
}

/** The limits of every field of a shape, so that no form types them again. Fields of which there are several kinds have none. */
export function limitsOf(schema: Joi.Schema): Limits {
  const limits: Record<string, FieldLimits> = {}
  const walk = (of: Parts, name: string) => {
    if (name) limits[name] = fieldLimits(of)
    for (const { key, schema: one } of of.$_terms.keys ?? []) walk(one, name ? `${name}.${key}` : key)
    const items = of.$_terms.items ?? []
    if (items.length === 1) walk(items[0]!, name ? `${name}.*` : '*')
  }
  walk(schema as unknown as Parts, '')
  return limits
}

function fieldLimits(of: Parts): FieldLimits {
  const limit = (rule: string) => {
    const found = of.$_getRule(rule)?.args?.limit
    return typeof found === 'number' ? found : undefined
  }
  const [min, max] = [limit('min'), limit('max')]
  return {
    required: of.$_getFlag('presence') === 'required' && !mayBeNone(of),
    ...(of.type === 'string' && max !== undefined ? { maxLength: max } : {}),
    ...(of.type === 'number' && min !== undefined ? { min } : {}),
    ...(of.type === 'number' && max !== undefined ? { max } : {}),
    ...(of.$_getRule('integer') ? { whole: true } : {}),
  }
}

/** A field that may say “none” need not be filled in. */
const mayBeNone = (of: Parts) =>
  of._valids?.has(null) || of._valids?.has('') || (of.type === 'array' && !of.$_getRule('min'))
