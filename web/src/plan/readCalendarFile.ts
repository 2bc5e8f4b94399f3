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
  const take = (event: ICAL.Event, start: ICAL.Time, end: ICAL.Time) => {
    const fromDay = dayOfTime(start, of.dayOf)
    const untilDay = lastDayOf(start, end, of.dayOf)
    if (untilDay < of.fromDay || fromDay > of.untilDay) return
    events.push({
      id: `${event.uid} ${fromDay} ${untilDay}`,
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
    const each = event.iterator()
    for (let n = 0; n < 5000 && events.length < mostEvents; n++) {
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

/** The printer that an event names, in its title or its place; the longest name where several are. */
export function printerNamed<Printer extends { name: string }>(
  { summary, location }: Pick<CalendarEvent, 'summary' | 'location'>,
  printers: readonly Printer[],
): Printer | null {
  const text = ` ${summary} ${location} `.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')
  const named = printers.filter(({ name }) =>
    text.includes(
      ` ${name
        .toLowerCase()
        .replace(/[^\p{L}\p{N}]+/gu, ' ')
        .trim()} `,
    ),
  )
  return named.sort((a, b) => b.name.length - a.name.length)[0] ?? null
}
