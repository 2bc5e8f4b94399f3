import { v5 as derivedId } from 'uuid'
import type { Told } from './simulate.ts'
import { models, parts, printers, type DemoPart, type PartKey } from './workshop.ts'

const dayMs = 24 * 3600_000
/** When the shelf was first counted. */
const countedDaysAgo = 60

interface Names {
  idOf(what: string): string
  personId(name: string): string
  printerIdOf(name: string): string
  slotIdOf(printer: string, slot: string): string
  partTypeId(key: PartKey): string
}

/** What is kept: where, from whom, how long it takes, in packs of how many, and what is left by now. */
const kept: [part: PartKey, place: string, supplier: string, leadDays: number, packOf: number, left: number][] = [
  ['brassNozzle', 'Drawer 1, left', 'Harbour Supply', 10, 10, 1],
  ['hardNozzle', 'Drawer 1, right', 'Tern Parts', 21, 1, 2],
  ['sock', 'Drawer 1, left', 'Harbour Supply', 10, 5, 6],
  ['heatBreakFan', 'Drawer 2', 'Tern Parts', 21, 2, 3],
  ['partFan', 'Drawer 2', 'Tern Parts', 21, 1, 2],
  ['electronicsFan', 'Drawer 2', 'Tern Parts', 21, 1, 0],
  ['plasticLever', 'Drawer 3', 'Harbour Supply', 10, 1, 2],
  ['guideTube', 'Hook by the door', 'Harbour Supply', 10, 1, 4],
  ['belt', 'Cabinet 1', 'Tern Parts', 28, 2, 2],
  ['plate', 'Shelf over rack B', 'Harbour Supply', 14, 1, 3],
]

/** The shelf of the made-up workshop: counted some weeks ago, filled once since, emptied by what was fitted; and a part that was mended. */
export function storesHistory(told: readonly Told[], now: number, names: Names): Told[] {
  const { idOf, personId, partTypeId } = names
  const out: Told[] = []
  const tell = (daysAgo: number, who: string, action: Record<string, unknown>, minutes = 0) =>
    out.push({ at: now - daysAgo * dayMs + minutes * 60_000, personId: personId(who), action })
  const since = now - countedDaysAgo * dayMs + 120 * 60_000
  for (const [i, [key, place, supplier, leadDays, packOf, left]] of kept.entries()) {
    const itemId = idOf(`item ${key}`)
    const { name, priceMinor } = parts[key] as DemoPart
    tell(
      countedDaysAgo,
      'technician',
      {
        kind: 'set-item',
        itemId,
        content: {
          name,
          partTypeId: partTypeId(key),
          place,
          supplier,
          leadDays,
          packOf,
          code: null,
          madeHere: false,
          least: null,
        },
      },
      i,
    )
    const fitted = told.filter(
      ({ at, action }) =>
        at > since && action.kind === 'swap-part' && action.partTypeId === partTypeId(key) && !action.usedFittingId,
    ).length
    // Bought once in between, a little dearer than the catalogue says.
    const bought = Math.min(fitted, packOf)
    tell(
      countedDaysAgo,
      'pim',
      { kind: 'count-items', lines: [{ itemId, pieces: left + fitted - bought }] },
      120 + i / 10,
    )
    if (bought > 0)
      tell(
        countedDaysAgo - 1,
        'technician',
        {
          kind: 'receive-items',
          lines: [{ itemId, pieces: bought, paidMinor: Math.round(bought * priceMinor * 1.08) }],
          supplier,
        },
        i,
      )
  }
  const glue = idOf('item glue')
  tell(
    countedDaysAgo,
    'technician',
    {
      kind: 'set-item',
      itemId: glue,
      content: {
        name: 'Bearing adhesive 10 ml',
        partTypeId: null,
        place: 'Cabinet 2, locked',
        supplier: 'Harbour Supply',
        leadDays: 7,
        packOf: 1,
        code: null,
        madeHere: false,
        least: 1,
      },
    },
    60,
  )
  tell(countedDaysAgo, 'pim', { kind: 'count-items', lines: [{ itemId: glue, pieces: 2 }] }, 130)
  tell(
    countedDaysAgo,
    'technician',
    {
      kind: 'set-item',
      itemId: idOf('item hot-end kit'),
      content: {
        name: 'Hot-end kit',
        partTypeId: null,
        place: null,
        supplier: 'Harbour Supply',
        leadDays: 10,
        packOf: 1,
        code: null,
        madeHere: false,
        least: null,
        contents: [
          { itemId: idOf('item brassNozzle'), pieces: 2 },
          { itemId: idOf('item sock'), pieces: 1 },
        ],
      },
    },
    70,
  )
  // One order is on its way, one is late.
  const order = (daysAgo: number, key: PartKey, pieces: number) =>
    tell(daysAgo, 'technician', {
      kind: 'place-order',
      lines: [{ itemId: idOf(`item ${key}`), pieces }],
      supplier: 'Tern Parts',
    })
  order(16, 'electronicsFan', 1)
  order(31, 'belt', 2)
  const boxId = idOf('box red')
  tell(
    countedDaysAgo,
    'technician',
    {
      kind: 'set-box',
      boxId,
      name: 'Red repair box',
      holds: [
        { what: 'Hex keys, set', pieces: 1 },
        { what: 'Brass brush', pieces: 2 },
        { what: 'Tweezers', pieces: 1 },
        { what: 'Heat-proof gloves, pair', pieces: 1 },
      ],
      home: 'By the door of the main workshop',
      checkEveryDays: 30,
    },
    140,
  )
  tell(12, 'pim', { kind: 'check-box', boxId, missing: [{ what: 'Brass brush', pieces: 1 }] })
  tell(1, 'oskar', { kind: 'move-box', boxId, place: 'Hot room', personId: personId('oskar') })
  mendedWheels(told, names, tell, glue)
  return out
}

const mendedDaysAgo = 24

/** On a printer whose wheels have not been changed since, one bearing was glued back into its wheel. */
function mendedWheels(
  told: readonly Told[],
  { idOf, printerIdOf, slotIdOf }: Names,
  tell: (daysAgo: number, who: string, action: Record<string, unknown>, minutes?: number) => void,
  glue: string,
): void {
  const wheels = 'Carriage wheels'
  const last = told.at(-1)?.at ?? 0
  for (const { name, model } of printers) {
    if (!models[model].slots.some(([slot]) => slot === wheels)) continue
    const slotId = slotIdOf(name, wheels)
    const swap = told.findLast(({ action }) => action.kind === 'swap-part' && action.slotId === slotId)
    if (swap && swap.at > last - (mendedDaysAgo + 20) * dayMs) continue
    if (swap) swap.action.key ??= idOf(`wheels of ${name}`)
    tell(mendedDaysAgo, 'oskar', {
      kind: 'repair-part',
      printerId: printerIdOf(name),
      slotId,
      fittingId: derivedId('fitting', swap ? (swap.action.key as string) : slotId),
      was: 'worn at check',
      way: 'glued',
      what: 'One bearing sat loose in its wheel: glued in',
      effect: 'better',
      permanence: 'permanent',
      minutes: 20,
      materialsMinor: 60,
      materials: [{ itemId: glue, pieces: 1 }],
    })
    return
  }
}
