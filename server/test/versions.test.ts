import { randomUUID } from 'node:crypto'
import {
  actionShapes,
  sets,
  type ActionKindName,
  type ActionResult,
  type Material,
  type RefusalBody,
} from '@diatribon/contract'
import { Client, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

/** Limits of one printer are told with their reason, one after the other: the newest counts, and the others stay in sight. */
const withoutVersion = ['change-limits']

it('every kind that sets or changes something carries the version that was seen', () => {
  const setting = (Object.keys(actionShapes) as ActionKindName[]).filter((kind) => /^(set|change|relax)-/.test(kind))
  const keysOf = (kind: ActionKindName) => Object.keys(actionShapes[kind].schema.describe().keys as object)
  expect(setting.filter((kind) => !keysOf(kind).includes('version'))).toEqual(withoutVersion)
  // Those that count their own versions beside the ones that are counted for them.
  expect(setting.filter((kind) => !sets[kind] && !withoutVersion.includes(kind))).toEqual([
    'change-check-type',
    'set-upgrade',
  ])
})

const ids = { symptom: randomUUID(), material: randomUUID() }
const cases: [kind: ActionKindName, one: object, other: object][] = [
  ['set-rates', rates(3000), rates(4000)],
  ['set-calendar', { closedWeekdays: [0], closedDays: [] }, { closedWeekdays: [0, 6], closedDays: [] }],
  ['set-symptom', symptom('Squeaks'), symptom('Squeals')],
  ['set-material', material(210), material(220)],
  ['set-site-address', { address: 'https://one.example' }, { address: 'https://two.example' }],
  ['relax-rules', { relaxed: [] }, { relaxed: ['motion'] }],
]

function rates(labourMinorPerHour: number) {
  return {
    labourMinorPerHour,
    roles: {},
    powerMinorPerKWh: 30,
    watts: 200,
    filamentMinorPerKg: 2000,
  }
}
function symptom(name: string) {
  return {
    symptomId: ids.symptom,
    name,
    looks: 'x',
    drawing: null,
    about: { slotKinds: [], models: [] },
    caution: null,
    stop: false,
    causes: [],
    dropped: false,
  }
}
function material(nozzleToC: number) {
  return {
    materialId: ids.material,
    name: 'Marsh grey',
    alsoCalled: ['grey'],
    nozzleFromC: 190,
    nozzleToC,
    bedFromC: 50,
    bedToC: 60,
    enclosure: 'either way',
    abrasive: false,
    note: null,
    dropped: false,
  }
}

it.each(cases)(
  '%s: of two forms over two processes one wins, the other is told both values',
  async (kind, one, other) => {
    const second = await shop.start()
    const there = await new Client(second).signIn('lead')
    const thing = (sets[kind] as (of: object) => string)(one)
    for (let round = 0; round < 3; round++) {
      const version = (await shop.lead.get<Record<string, number>>('/api/versions'))[thing] ?? 0
      const send = (client: Client, content: object) =>
        client.call<ActionResult & RefusalBody>('POST', '/api/actions', {
          key: randomUUID(),
          at: new Date().toISOString(),
          kind,
          version,
          ...content,
        })
      const answers = await Promise.all([send(shop.lead, one), send(there, other)])
      expect(answers.map(({ status }) => status).sort()).toEqual([201, 409])
      const { error } = answers.find(({ status }) => status === 409)!.body
      expect(error.code).toBe('changed-meanwhile')
      expect(error.message).toMatch(
        /Test Lead has changed this meanwhile: .+ is .+ now, you sent .+\. You saw version \d+/,
      )
      const next = (await shop.lead.get<Record<string, number>>('/api/versions'))[thing]
      expect(next).toBe(version + 1)
    }
    await second.close()
  },
)

it('a material that two call by one name is refused', async () => {
  const { status, message } = await shop.lead.refused({
    kind: 'set-material',
    ...material(215),
    materialId: randomUUID(),
    name: 'GREY',
  })
  expect({ status, message }).toMatchObject({ status: 400, message: expect.stringContaining('Marsh grey') })
  expect((await shop.lead.get<Material[]>('/api/jobs/materials')).map(({ name }) => name)).toEqual(['Marsh grey'])
})
