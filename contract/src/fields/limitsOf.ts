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

interface Described {
  type?: string
  flags?: { presence?: string }
  rules?: { name: string; args?: { limit?: unknown } }[]
  keys?: Record<string, Described>
  items?: Described[]
}

/** The limits of every field of a shape, so that no form types them again. Fields of which there are several kinds have none. */
export function limitsOf(schema: Joi.Schema): Limits {
  const limits: Record<string, FieldLimits> = {}
  const walk = (of: Described, name: string) => {
    if (name) limits[name] = fieldLimits(of)
    const below = (field: string) => (name ? `${name}.${field}` : field)
    for (const [field, one] of Object.entries(of.keys ?? {})) walk(one, below(field))
    if (of.items?.length === 1) walk(of.items[0]!, below('*'))
  }
  walk(schema.describe() as Described, '')
  return limits
}

function fieldLimits({ type, flags, rules = [] }: Described): FieldLimits {
  const limit = (rule: string) => {
    const found = rules.find(({ name }) => name === rule)?.args?.limit
    return typeof found === 'number' ? found : undefined
  }
  const [min, max] = [limit('min'), limit('max')]
  return {
    required: flags?.presence === 'required',
    ...(type === 'string' && max !== undefined ? { maxLength: max } : {}),
    ...(type === 'number' && min !== undefined ? { min } : {}),
    ...(type === 'number' && max !== undefined ? { max } : {}),
    ...(rules.some(({ name }) => name === 'integer') ? { whole: true } : {}),
  }
}
