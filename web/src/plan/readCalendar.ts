import type { FromCalendar, ToCalendar } from './calendarWorker.ts'
import type { CalendarEvent } from './readCalendarFile.ts'

const mostBytes = 5_000_000
const longestMs = 15_000

/** The events of a calendar file, read in a worker that is ended when it takes too long. @throws Error with a sentence */
export async function readCalendar(file: File, of: Omit<ToCalendar, 'text'>): Promise<CalendarEvent[]> {
  if (file.size > mostBytes)
    throw new Error('The calendar file is larger than 5 MB. Save a shorter span of it, and choose that.')
  const text = await file.text()
  const worker = new Worker(new URL('./calendarWorker.ts', import.meta.url), { type: 'module' })
  try {
    return await new Promise<CalendarEvent[]>((done, fail) => {
      const tooLong = setTimeout(
        () => fail(new Error('Reading this calendar file took too long. Save a shorter span of it, and choose that.')),
        longestMs,
      )
      worker.onmessage = ({ data }: MessageEvent<FromCalendar>) => {
        clearTimeout(tooLong)
        if ('problem' in data) fail(new Error(data.problem))
        else done(data.events)
      }
      worker.onerror = () => fail(new Error('The calendar file cannot be read here.'))
      worker.postMessage({ text, ...of } satisfies ToCalendar)
    })
  } finally {
    worker.terminate()
  }
}
