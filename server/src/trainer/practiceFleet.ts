import { and, asc, eq, isNull } from 'drizzle-orm'
import type { PracticeFleet } from '@diatribon/contract'
import { loadLibrary } from '@diatribon/contract/library'
import type { HoursForecast, TrainedPart, TrainedPrinter } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import { calendarHere } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { fitting, partType, printer, site, slot } from '../platform/tables.ts'
import { rulesOf } from '../plan/planDays.ts'

/** What a part without a price is taken to cost, and a failure to cost on top. Common practice, no source. */
const usualPriceMinor = 600
const usualExtraMinor = 2500
/** Hours a day of a printer that has not been counted long enough. Common practice, no source. */
const usualHours = 8
const printersAtMost = 50
const printersMadeUp = 6

/**
 * The workshop's own printers and parts to practise on, by what they cost and how much they run; of an empty one, the printers of the
 * starter library. It is only read: nothing that happens in practice is written anywhere.
 */
export async function practiceFleet(db: Db): Promise<PracticeFleet> {
  const [place] = await db.select({ labour: site.labourCostMinorPerHour }).from(site).limit(1)
  const [rules, calendar] = [await rulesOf(db), await calendarHere(db)]
  const base = {
    labourMinorPerHour: place?.labour ?? 0,
    setUpMinutes: rules.setUpMinutes,
    closedWeekdays: calendar.closedWeekdays,
  }
  const { notes, ...own } = await ownFleet(db)
  if (own.printers.length > 0) return { fleet: { ...base, ...own }, isOwn: true, notes }
  return { fleet: { ...base, ...madeUp() }, isOwn: false, notes: ['Prices are guesses: none is known yet.'] }
}

interface Practised {
  parts: TrainedPart[]
  printers: TrainedPrinter[]
}

async function ownFleet(db: Db): Promise<Practised & { notes: string[] }> {
  const printers = await db
    .select({ id: printer.id, name: printer.name })
    .from(printer)
    .where(isNull(printer.retiredReason))
    .orderBy(asc(printer.name))
    .limit(printersAtMost)
  const forecasts = await keptResults<HoursForecast | null>(
    db,
    'forecast',
    printers.map(({ id }) => id),
  )
  const inPlace = groupBy(
    await db
      .select({ printerId: fitting.printerId, name: slot.name, partId: fitting.partTypeId, position: slot.position })
      .from(fitting)
      .innerJoin(slot, eq(slot.id, fitting.slotId))
      .innerJoin(partType, and(eq(partType.id, fitting.partTypeId), eq(partType.agesBy, 'hours')))
      .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq)))
      .orderBy(asc(slot.position)),
    ({ printerId }) => printerId,
  )
  const types = await db.select().from(partType).orderBy(asc(partType.name))
  const used = new Set([...inPlace.values()].flatMap((slots) => slots.map(({ partId }) => partId)))
  const guessed = types.filter(
    (type) => used.has(type.id) && (type.priceMinor === null || type.failureExtraMinor === null),
  )
  const others = types.filter(({ agesBy }) => agesBy !== 'hours')
  return {
    parts: types
      .filter(({ id }) => used.has(id))
      .map(({ id, name, tradeInterval, priceMinor, minutes, failureExtraMinor }) => ({
        id,
        name,
        tradeInterval,
        minutes,
        priceMinor: priceMinor ?? usualPriceMinor,
        failureExtraMinor: failureExtraMinor ?? usualExtraMinor,
      })),
    printers: printers.flatMap(({ id, name }) => {
      const slots = (inPlace.get(id) ?? []).map((one) => ({ name: one.name, partId: one.partId }))
      const week = forecasts.get(id)?.weekdays.filter(({ mean }) => mean > 0) ?? []
      const hours = week.length > 0 ? week.reduce((sum, { mean }) => sum + mean, 0) / week.length : usualHours
      return slots.length > 0 ? [{ id, name, hoursPerDay: Math.min(22, Math.max(0.5, hours)), slots }] : []
    }),
    notes: [
      ...(guessed.length > 0 ? [`Without a price, guessed: ${guessed.map(({ name }) => name).join(', ')}.`] : []),
      ...(others.length > 0
        ? [`Left out, since they do not age by running hours: ${others.map(({ name }) => name).join(', ')}.`]
        : []),
    ],
  }
}

function madeUp(): Practised {
  const { parts, models } = loadLibrary()
  const known = new Map(parts.filter(({ agesBy }) => agesBy === 'hours').map((part) => [part.key, part]))
  const slotsOf = (model: (typeof models)[number]) =>
    model.slots.flatMap(({ name, part }) => (known.has(part) ? [{ name, partId: part }] : []))
  const fit = models.filter((model) => slotsOf(model).length > 0)
  const printers = Array.from({ length: fit.length > 0 ? printersMadeUp : 0 }, (_, i) => ({
    id: `made up ${i + 1}`,
    name: `Practice ${i + 1}`,
    hoursPerDay: usualHours,
    slots: slotsOf(fit[i % fit.length] as (typeof models)[number]),
  }))
  const used = new Set(printers.flatMap(({ slots }) => slots.map(({ partId }) => partId)))
  return {
    parts: [...known.values()]
      .filter(({ key }) => used.has(key))
      .map(({ key, name, tradeInterval, minutes }) => ({
        id: key,
        name,
        tradeInterval,
        minutes,
        priceMinor: usualPriceMinor,
        failureExtraMinor: usualExtraMinor,
      })),
    printers,
  }
}
