import { randomUUID } from 'node:crypto'
import { actionShapes, type ActionKindName, type RefusalBody } from '@diatribon/contract'
import { samples } from './samples.ts'
import { dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

/** What no technician should have to read: code names, places in lists, moments as programs write them. */
const code = /[a-z][A-Z]|[[\]{}]|\d{4}-\d{2}-\d{2}T|undefined|null|_fk|_pkey/

const isId = (value: unknown) => typeof value === 'string' && /^[0-9a-f]{8}-/.test(value)

/** The same action at another time, about something else, without one of its fields, or with an odd one. */
function* gone(sample: Record<string, unknown>): Generator<Record<string, unknown>> {
  const fresh = { ...sample, key: randomUUID() }
  yield fresh
  yield { ...fresh, at: new Date(Date.now() + 3 * dayMs).toISOString() }
  yield { ...fresh, at: new Date(Date.now() - 3000 * dayMs).toISOString() }
  for (const [field, value] of Object.entries(sample)) {
    if (field === 'kind' || field === 'key') continue
    for (const odd of [undefined, null, 'x', -1, {}, [{}], ...(isId(value) ? [randomUUID()] : [])])
      yield { ...fresh, [field]: odd }
    if (typeof value === 'number') yield { ...fresh, [field]: 1e9 }
  }
}

it.each(Object.keys(actionShapes) as ActionKindName[])(
  '%s is refused in words, whatever it runs into',
  async (kind) => {
    const sample = samples(shop, Date.now())[kind] as Record<string, unknown>
    await shop.lead.call('POST', '/api/actions', sample)
    let refused = 0
    for (const action of gone(sample)) {
      const { status, body } = await shop.lead.call<RefusalBody>('POST', '/api/actions', {
        ...action,
        key: randomUUID(),
      })
      if (status < 400) continue
      expect(status).toBeLessThan(500)
      refused++
      for (const words of [body.error.message, ...Object.values(body.error.fields ?? {})]) {
        // What a person calls a thing stands in quotation marks.
        expect(words.replace(/“[^”]*”/gu, '')).not.toMatch(code)
        expect(words).toMatch(/\w+ \w+/)
      }
    }
    expect(refused).toBeGreaterThan(5)
  },
)
