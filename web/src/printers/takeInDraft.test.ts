import type { PrinterModel, PrinterName } from '@diatribon/contract'
import { nextPlace, nothing, takeInAction, takeInBegun, unsaidSlot } from './takeInDraft.ts'

const model = {
  id: 'D2',
  make: 'Dunlin',
  name: 'D2',
  slots: [
    { name: 'Nozzle', kind: 'nozzle', partTypeId: 'brass' },
    { name: 'Fan', kind: 'fan' },
  ],
} as PrinterModel
const other = { ...model, id: 'D3', name: 'D3' }
const stands = (rack: string, place: number, modelled = 'D2') =>
  ({ room: 'Shed', rack, place, make: 'Dunlin', model: modelled }) as PrinterName
const printers = [stands('A', 10), stands('A', 2), stands('B', 1, 'D3'), stands('B', 3)]
const begun = takeInBegun([model, other], printers)
const sent = (said: object) => takeInAction({ ...begun, name: 'Whelk', ...said }, model, printers)

it('begins beside the last printer, as one of its model', () =>
  expect(begun).toMatchObject({ room: 'Shed', rack: 'B', modelId: 'D2', meterHours: 0 }))

it('begins with the only model there is, and with none where there are several and no printer', () => {
  expect(takeInBegun([other], []).modelId).toBe('D3')
  expect(takeInBegun([model, other], []).modelId).toBeNull()
})

it('offers the place behind the last on its rack', () => {
  expect(nextPlace(printers, { room: 'Shed', rack: 'A' })).toBe(11)
  expect(nextPlace(printers, { room: 'Shed', rack: 'C' })).toBe(1)
})

it('asks of a slot that has no usual part what sits in it', () => {
  expect(unsaidSlot(begun, model)?.name).toBe('Fan')
  expect(sent({})).toBe('Say which part sits in Fan, or that nothing does.')
  expect(takeInAction(begun, undefined, printers)).toBe('Choose the model.')
})

describe('what is sent', () => {
  const slots = { Fan: { partTypeId: 'axial' } }

  it('has a new printer’s parts without ages, at the next place', () => {
    expect(sent({ slots })).toEqual({
      kind: 'take-in-printer',
      printerId: begun.printerId,
      modelId: 'D2',
      name: 'Whelk',
      room: 'Shed',
      rack: 'B',
      place: 4,
      meterHours: 0,
      parts: { Nozzle: 'brass', Fan: 'axial' },
      stepByStep: true,
    })
  })

  it('has of a used one the ages that are known, and none of an empty slot', () => {
    const used = sent({
      meterHours: 900,
      place: 9,
      stepByStep: false,
      slots: { Nozzle: { age: 'used', hours: 200 }, Fan: { partTypeId: nothing, age: 'used', hours: 5 } },
    })
    expect(used).toMatchObject({ place: 9, parts: { Nozzle: 'brass', Fan: null }, partHours: { Nozzle: 200 } })
    expect(used).not.toHaveProperty('stepByStep')
    expect(sent({ meterHours: 900, slots })).toMatchObject({ partHours: { Nozzle: null, Fan: null } })
    expect(sent({ meterHours: 900, slots: { Fan: { ...slots.Fan, age: 'new' } } })).toMatchObject({
      partHours: { Nozzle: null },
    })
  })
})
