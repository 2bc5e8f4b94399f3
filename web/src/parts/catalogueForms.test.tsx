import { addressOf, reads, type PartType, type PrinterModel } from '@diatribon/contract'
import { choose, press, tick, type } from '../testing/hand.ts'
import { idOf, partTypes } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { ModelForm } from './ModelForm.tsx'
import { PartTypeForm } from './PartTypeForm.tsx'

const answers = { [addressOf(reads.versions, {})]: { [`part type ${idOf(201)}`]: 4, [`model ${idOf(501)}`]: 2 } }
const partTyped = (from: PartType | null, copy: boolean, hand: () => Promise<void>) =>
  sends((onClose) => <PartTypeForm from={from} copy={copy} onClose={onClose} />, hand, { answers })
const modelTyped = (from: PrinterModel | null, copy: boolean, hand: () => Promise<void>) =>
  sends(
    (onClose) => <ModelForm from={from} copy={copy} catalogue={partTypes as PartType[]} onClose={onClose} />,
    hand,
    { answers },
  )

describe('a part type', () => {
  it('is added with money in minor units, and what is not known is none', async () => {
    const sent = await partTyped(null, false, async () => {
      await type('Name', 'Hard nozzle')
      await choose('Kind of slot it fits', 'nozzle')
      await type('Price, in EUR', '12,50')
      await type('Minutes of work for a replacement in time', '15')
      await type('Usual interval, in running hours', '900')
      await type('Opening of the nozzle, in mm', '0,4')
      await choose('Abrasive filament', 'stands it')
      await press('Add')
    })
    expect(sent).toMatchObject([
      {
        kind: 'add-part-type',
        name: 'Hard nozzle',
        slotKind: 'nozzle',
        priceMinor: 1250,
        failureExtraMinor: null,
        minutes: 15,
        agesBy: 'hours',
        tradeInterval: 900,
        nozzleMm: 0.4,
        toleratesAbrasive: true,
      },
    ])
  })

  it('of a kind that the table does not have brings the kind with it, with the work that it is', async () => {
    const sent = await partTyped(null, false, async () => {
      await type('Name', 'Relay')
      await choose('Kind of slot it fits', /^a kind of our own/)
      await type('What the kind is called', 'relay')
      await choose(/^What work it is/, 'mains')
      await type('Minutes of work for a replacement in time', '40')
      await choose('It ages by', 'days')
      await type('Usual interval, in days', '700')
      await press('Add')
    })
    expect(sent).toMatchObject([
      { kind: 'add-slot-kind', name: 'relay', work: 'mains' },
      { kind: 'add-part-type', slotKind: 'relay', agesBy: 'days', tradeInterval: 700 },
    ])
    expect(sent[1]).not.toHaveProperty('toleratesAbrasive')
  })

  const belt = {
    ...partTypes[0],
    minutes: 20,
    failureExtraMinor: 400,
    tradeInterval: 1000,
    tradeWeight: 0.5,
    toleratesAbrasive: null,
    maxNozzleC: null,
    nozzleMm: null,
    abrasiveMetresMost: null,
    joints: [],
  } as unknown as PartType

  it('is changed in what was typed, and says which version was seen', async () => {
    const sent = await partTyped(belt, false, async () => {
      await type(/^What a failure costs/, '')
      await type('Usual interval, in running hours', '1 200')
      await press('Change')
    })
    expect(sent).toMatchObject([
      {
        kind: 'change-part-type',
        partTypeId: belt.id,
        name: 'Plain belt',
        priceMinor: 300,
        failureExtraMinor: null,
        tradeInterval: 1200,
        tradeWeight: 0.5,
        version: 4,
      },
    ])
  })

  it('is copied as another', async () => {
    const [sent] = (await partTyped(belt, true, () => press('Add'))) as [Record<string, unknown>]
    expect(sent).toMatchObject({ kind: 'add-part-type', name: 'Plain belt (copy)', failureExtraMinor: 400 })
    expect(sent.partTypeId).not.toBe(belt.id)
  })
})

describe('a model', () => {
  it('is added with its slots, a kit of them, its limits as far as they are known, and the screws of its bed', async () => {
    const sent = await modelTyped(null, false, async () => {
      await type('Model', 'D3')
      await type('How it is built', 'Bed moves')
      await press('One more slot')
      await type('Name', 'X belt', { group: 'Slot 2' })
      await choose('Takes a', 'belt', { group: 'Slot 2' })
      await choose('Usual part', 'Plain belt', { group: 'Slot 2' })
      await type('Replace every', '800', { group: 'Slot 2' })
      await press('One more kit')
      await type('Name', 'Both', { group: 'Kit 1' })
      await choose('Slots', 'Nozzle', { group: 'Kit 1' })
      await choose('Slots', 'X belt', { group: 'Kit 1' })
      await type(/^Air inside at most/, '45')
      await press('Say where they are')
      await press('Remove screw back right')
      await press('Add')
    })
    expect(sent).toMatchObject([
      {
        kind: 'add-model',
        make: '',
        name: 'D3',
        slots: [
          { name: 'Nozzle', kind: 'nozzle' },
          { name: 'X belt', kind: 'belt', partTypeId: idOf(201), replaceEvery: 800 },
        ],
        kits: [{ name: 'Both', slots: ['Nozzle', 'X belt'] }],
        limits: { plateXMm: 220, chamberMaxC: null, insideMaxC: 45, enclosed: false },
        limitsToConfirm: true,
        bed: { screws: [{ name: 'front left', xMm: 30, yMm: 30 }, { name: 'front right' }, { name: 'back left' }] },
      },
    ])
  })

  it('is changed: a limit and a slot go, and the limits are the maker’s', async () => {
    const model = {
      id: idOf(501),
      make: 'Dunlin',
      name: 'D2',
      build: 'Bed moves',
      slots: [
        { name: 'Nozzle', kind: 'nozzle' },
        { name: 'Fan', kind: 'fan' },
      ],
      limits: {
        plateXMm: 200,
        plateYMm: 200,
        heightMm: 200,
        nozzleMaxC: 250,
        bedMaxC: 90,
        chamberMaxC: 60,
        enclosed: true,
        filamentMm: 1.75,
        tools: 1,
        accelerationMmPerS2: 900,
        maxSpeedMmPerS: 100,
      },
      limitsConfirmed: false,
      kits: [],
      bed: null,
      printers: 2,
    } satisfies PrinterModel
    const sent = await modelTyped(model, false, async () => {
      await type(/^Chamber at most/, '')
      await tick(/^The limits are the maker’s/)
      await press('Remove slot Fan')
      await press('Change')
    })
    expect(sent).toMatchObject([
      {
        kind: 'change-model',
        modelId: model.id,
        slots: [{ name: 'Nozzle', kind: 'nozzle' }],
        limits: { ...model.limits, chamberMaxC: null },
        version: 2,
      },
    ])
    expect(sent[0]).not.toHaveProperty('limitsToConfirm')
    expect(sent[0]).not.toHaveProperty('bed')
  })
})
