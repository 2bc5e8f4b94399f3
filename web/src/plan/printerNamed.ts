import type { CalendarEvent } from './readCalendarFile.ts'

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
