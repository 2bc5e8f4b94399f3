import { readFileSync } from 'node:fs'
import { calls, readAt, reads } from '@diatribon/contract'
import { Ajv, type ValidateFunction } from 'ajv'
import type { AnswerSchemas } from '../src/process/openApi.ts'

let schemas: AnswerSchemas | null = null
/** Made from the types of the contract when the server is built, which it is before these tests. */
export const answerSchemas = (): AnswerSchemas =>
  (schemas ??= JSON.parse(
    readFileSync(new URL('../../contract/dist/answers.json', import.meta.url), 'utf8'),
  ) as AnswerSchemas)

let ajv: Ajv | null = null
const validators = new Map<string, ValidateFunction>()
function validatorOf(name: string): ValidateFunction | null {
  const { answers, definitions } = answerSchemas()
  if (!answers[name]) return null
  if (!ajv) {
    // One for all, so that what several answers share is prepared once.
    const called = Object.fromEntries(Object.entries(answers).map(([of, schema]) => [`answer ${of}`, schema]))
    ajv = new Ajv({ allErrors: true, strict: false })
    ajv.addSchema({ $id: 'all', definitions: { ...definitions, ...called } })
  }
  let found = validators.get(name)
  if (!found) {
    found = ajv.compile({ $ref: `all#/definitions/${encodeURIComponent(`answer ${name}`)}` })
    validators.set(name, found)
  }
  return found
}

/** What has been held against its declaration so far. */
export const heldAgainst = new Set<string>()

const readNames = new Map<unknown, string>(Object.entries(reads).map(([name, of]) => [of, name]))
const callsBy = Object.keys(calls).map((name) => {
  const [method, path] = name.split(' ') as [string, string]
  return { name, method: method.toUpperCase(), path: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`) }
})

/** The declared read or call that is asked. */
const nameOf = (method: string, address: string) =>
  (method === 'GET' ? readNames.get(readAt(address)?.of) : undefined) ??
  callsBy.find((one) => one.method === method && one.path.test(address.split('?')[0]!))?.name

/** How an answer differs from what is declared of it; null: it does not, or nothing is declared. */
export function unlikeDeclared(method: string, address: string, body: unknown): string | null {
  const name = nameOf(method, address)
  const validator = name === undefined ? null : validatorOf(name)
  if (validator) heldAgainst.add(name!)
  return validator && !validator(body) ? `${name} answers otherwise: ${new Ajv().errorsText(validator.errors)}` : null
}
