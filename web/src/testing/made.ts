import type { PrinterHead, PrinterPage } from '@diatribon/contract'

/** The id of a made-up thing, by a number of its own. */
export const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

export const limpet = { id: idOf(101), name: 'Limpet', state: 'in service', holdReason: null } as PrinterHead

export const partTypes = [
  { id: idOf(201), name: 'Plain belt', slotKind: 'belt', agesBy: 'hours', priceMinor: 300 },
  { id: idOf(202), name: 'Steel belt', slotKind: 'belt', agesBy: 'hours', priceMinor: 900 },
  { id: idOf(203), name: 'Brass nozzle', slotKind: 'nozzle', agesBy: 'hours', priceMinor: 100 },
]

const slot = (n: number, name: string, kind: string, partType: (typeof partTypes)[number] | null) => ({
  id: idOf(n),
  name,
  kind,
  duty: partType && { partType, fittingId: idOf(n + 100), age: 320, clock: 'hours' },
})

/** A printer with a belt, a nozzle, and a slot with nothing in it. */
export const limpetPage = {
  printer: limpet,
  modelId: idOf(501),
  slots: [
    slot(301, 'X belt', 'belt', partTypes[0]!),
    slot(302, 'Nozzle', 'nozzle', partTypes[2]!),
    slot(303, 'Y belt', 'belt', null),
  ],
  fittings: [],
  kits: [{ name: 'Both', slots: ['X belt', 'Nozzle'] }],
} as unknown as PrinterPage
