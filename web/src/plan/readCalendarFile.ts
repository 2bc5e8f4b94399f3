import ICAL from 'ical.js'

/** An event of a calendar file, on the days of the workshop that it touches. */
export interface CalendarEvent {
  /** The same for the same event, however often the file is read; recurring ones differ by their day. */
  id: string
  summary: string
  location: string
  fromDay: string
  untilDay: string
}

/** More than anybody books by hand; a rule that never ends stops here. */
const mostEvents = 500
/** So many occurrences are looked at in a file, whatever its rules say. */
const mostLooks = 20_000
const mostOfOne = 2_000
const dayMs = 86_400_000
/** Days between two turns of a rule, where that is the same each time. */
const everyDays: Record<string, number> = { DAILY: 1, WEEKLY: 7, HOURLY: 1, MINUTELY: 1, SECONDLY: 1 }

/**
 * The events of a calendar file that touch a span of days, recurring ones one by one, cancelled ones left out.
 * @param text a file as RFC 5545 has it
 * @param dayOf the workshop's day of a moment
 * @throws Error where it is no calendar file
 */
export function readCalendarFile(
  text: string,
  of: { fromDay: string; untilDay: string; dayOf: (moment: Date) => string },
): CalendarEvent[] {
  const calendar = new ICAL.Component(parsed(text))
  if (calendar.name !== 'vcalendar') throw new Error('This is no calendar file. Save one as iCalendar (.ics).')
  for (const zone of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(
      new ICAL.Timezone({ component: zone, tzid: String(zone.getFirstPropertyValue('tzid')) }),
    )
  const events: CalendarEvent[] = []
  let looks = mostLooks
  const taken = new Set<string>()
  const take = (event: ICAL.Event, start: ICAL.Time, end: ICAL.Time) => {
    const fromDay = dayOfTime(start, of.dayOf)
    const untilDay = lastDayOf(start, end, of.dayOf)
    if (untilDay < of.fromDay || fromDay > of.untilDay) return
    const id = `${event.uid} ${fromDay} ${untilDay}`
    if (taken.has(id)) return
    taken.add(id)
    events.push({
      id,
      summary: event.summary ?? '',
      location: event.location ?? '',
      fromDay: fromDay < of.fromDay ? of.fromDay : fromDay,
      untilDay,
    })
  }
  const all = calendar.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component))
  const recurring = new Set(all.flatMap((event) => (event.isRecurring() ? [event.uid] : [])))
  for (const event of all) {
    const isCancelled = event.component.getFirstPropertyValue('status') === 'CANCELLED'
    // One that was moved comes in its place among those that it belongs to.
    if (isCancelled || !event.startDate || (event.isRecurrenceException() && recurring.has(event.uid))) continue
    if (!event.isRecurring()) {
      take(event, event.startDate, event.endDate)
      continue
    }
    const each = event.iterator(nearTo(event, of.fromDay))
    for (let own = mostOfOne; own > 0 && looks > 0 && events.length < mostEvents; own--, looks--) {
      const start = each.next()
      if (!start || dayOfTime(start, of.dayOf) > of.untilDay) break
      const { item, startDate, endDate } = event.getOccurrenceDetails(start)
      take(item, startDate, endDate)
    }
  }
  return events
    .slice(0, mostEvents)
    .sort((a, b) => (a.fromDay < b.fromDay ? -1 : a.fromDay > b.fromDay ? 1 : a.summary < b.summary ? -1 : 1))
}

/**
 * Where to begin with a series that began long ago: a whole number of its turns later, shortly before the days that are asked about. A series with
 * a count, or by months and years, begins at its beginning.
 */
function nearTo(event: ICAL.Event, fromDay: string): ICAL.Time {
  const start = event.startDate
  const rules = event.component.getAllProperties('rrule').map((one) => one.getFirstValue() as ICAL.Recur)
  const [rule] = rules
  const period = rule && rules.length === 1 && rule.count === null ? everyDays[rule.freq] : undefined
  if (!period) return start
  // Many a day are one day to us: only turns of days and weeks keep their interval.
  const isByDay = rule?.freq === 'DAILY' || rule?.freq === 'WEEKLY'
  const turn = period * (isByDay ? Math.max(1, rule.interval) : 1)
  const daysAgo =
    (Date.parse(`${fromDay}T00:00:00Z`) - Date.parse(`${start.toString().slice(0, 10)}T00:00:00Z`)) / dayMs
  const turns = Math.floor(daysAgo / turn) - (isByDay ? 1 : 0)
  if (turns < 1) return start
  const near = start.clone()
  near.adjust(turns * turn, 0, 0, 0)
  return near
}

function parsed(text: string): unknown[] {
  try {
    const components = ICAL.parse(text) as unknown[]
    return Array.isArray(components[0]) ? (components[0] as unknown[]) : components
  } catch {
    // The reader's own words tell of columns and tokens: whoever chose the file wants to know which file.
    throw new Error('This is no calendar file. Save one as iCalendar (.ics).')
  }
}

/** A date stands for itself; so does a time without a zone, which is meant by the clock on the wall. */
function dayOfTime(time: ICAL.Time, dayOf: (moment: Date) => string): string {
  if (time.isDate || time.zone === ICAL.Timezone.localTimezone) return time.toString().slice(0, 10)
  return dayOf(time.toJSDate())
}

/** An end is the moment after: midnight belongs to the day before. */
function lastDayOf(start: ICAL.Time, end: ICAL.Time | null, dayOf: (moment: Date) => string): string {
  if (!end || end.compare(start) <= 0) return dayOfTime(start, dayOf)
  const last = end.clone()
  if (end.isDate) last.adjust(-1, 0, 0, 0)
  else last.adjust(0, 0, 0, -1)
  return dayOfTime(last, dayOf)
}
