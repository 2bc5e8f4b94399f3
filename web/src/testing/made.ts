import type { PrinterHead, PrinterPage } from '@diatribon/contract'

/** The id of a made-up thing, by a number of its own. */
export const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

export const limpet = { id: idOf(101), name: 'Limpet', state: 'in service', holdReason: null } as PrinterHead

const partType = (n: number, name: string, slotKind: string, priceMinor: number) => ({
  id: idOf(n),
  name,
  slotKind,
  agesBy: 'hours',
  priceMinor,
})
const plainBelt = partType(201, 'Plain belt', 'belt', 300)
const brassNozzle = partType(203, 'Brass nozzle', 'nozzle', 100)
export const partTypes = [plainBelt, partType(202, 'Steel belt', 'belt', 900), brassNozzle]

const slot = (n: number, name: string, kind: string, fitted: typeof plainBelt | null) => ({
  id: idOf(n),
  name,
  kind,
  duty: fitted && { partType: fitted, fittingId: idOf(n + 100), age: 320, clock: 'hours' },
})

/** A printer with a belt, a nozzle, and a slot with nothing in it. */
export const limpetPage = {
  printer: limpet,
  modelId: idOf(501),
  slots: [
    slot(301, 'X belt', 'belt', plainBelt),
    slot(302, 'Nozzle', 'nozzle', brassNozzle),
    slot(303, 'Y belt', 'belt', null),
  ],
  fittings: [],
  kits: [{ name: 'Both', slots: ['X belt', 'Nozzle'] }],
} as unknown as PrinterPage
