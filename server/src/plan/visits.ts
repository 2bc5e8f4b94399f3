import type { PlannedTask, Visit } from '@diatribon/contract'
import type { Assignment } from '@diatribon/core'

/** What one person does at one printer on one day, in walking order of room, rack and place. */
export function visitsOf(
  assignments: readonly Assignment[],
  taskOf: Map<string, PlannedTask>,
  setUpMinutes: number,
): Visit[] {
  const visits = new Map<string, Visit>()
  for (const { task: id, date, person: personId } of assignments) {
    const task = taskOf.get(id)
    if (!task) continue
    const key = `${date} ${personId} ${task.printer.id}`
    const visit = visits.get(key) ?? { day: date, personId, printer: task.printer, tasks: [], minutes: setUpMinutes }
    visits.set(key, visit)
    visit.tasks.push(task)
    visit.minutes += task.minutes
  }
  const walk = ({ printer: { room, place } }: Visit) => `${room} ${place}`
  return [...visits.values()].sort(
    (a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0) || walk(a).localeCompare(walk(b), 'en', { numeric: true }),
  )
}
