import type { Kit, PlannedTask } from '@diatribon/contract'
import type { Assignment, PlanAnswer, PlanTask } from '@diatribon/core'

/** Parts of one kit that fall due within so many days of each other come out together. Common practice, no source. */
const daysApart = 7

/** Tasks that are planned as one, by the id of the first of them. */
export type Together = ReadonlyMap<string, readonly string[]>

/**
 * Parts that come out together change together: replacements in slots of one kit on one printer that fall due about the same time are one
 * task for the planner. Whoever opens the longest way has opened the others': of each of the others the shortest work is saved. What
 * lies on no shelf yet stays for itself: the others need not wait for it. So does what somebody has placed by hand, unless all are placed alike.
 * @param kitsOf kits of a model
 */
export function changedTogether(
  tasks: readonly PlannedTask[],
  kitsOf: (modelId: string) => readonly Kit[],
): { tasks: PlannedTask[]; together: Together } {
  const together = new Map<string, string[]>()
  const minutes = new Map<string, number>()
  const taken = new Set<string>()
  for (const first of tasks) {
    if (!mayGoAlong(first) || taken.has(first.id)) continue
    const kit = kitsOf(first.printer.modelId).find(({ slots }) => slots.includes(first.words))
    if (!kit) continue
    const own = tasks.filter(
      (task) =>
        mayGoAlong(task) &&
        !taken.has(task.id) &&
        task.printer.id === first.printer.id &&
        kit.slots.includes(task.words) &&
        placeOf(task) === placeOf(first) &&
        Math.abs(Date.parse(task.due) - Date.parse(first.due)) <= daysApart * 86_400_000,
    )
    if (own.length < 2) continue
    const shortest = Math.min(...own.map((task) => task.minutes))
    const [leader, ...others] = [...own].sort((a, b) => b.minutes - a.minutes || (a.id < b.id ? -1 : 1))
    if (!leader) continue
    for (const task of others) minutes.set(task.id, task.minutes - shortest)
    for (const task of own) taken.add(task.id)
    together.set(
      leader.id,
      [leader, ...others].map(({ id }) => id),
    )
  }
  return { tasks: tasks.map((task) => ({ ...task, minutes: minutes.get(task.id) ?? task.minutes })), together }
}

const mayGoAlong = ({ kind, stock }: PlannedTask) => kind === 'replace' && !stock?.hereOn

/** Where somebody has placed it by hand, in words of its own: a whole visit that is moved keeps what was saved in it. */
const placeOf = ({ choice }: PlannedTask) =>
  choice ? `${choice.choice} ${choice.day ?? ''} ${choice.forPersonId ?? ''}` : ''

/** Tasks for the planner with those that go together as one: due with the first, not before the last may be, as dear as all. */
export function joined(tasks: readonly PlanTask[], together: Together): PlanTask[] {
  const leaderOf = new Map([...together].flatMap(([leader, ids]) => ids.map((id) => [id, leader] as const)))
  const byId = new Map(tasks.map((task) => [task.id, task]))
  return tasks.flatMap((task): PlanTask[] => {
    const leader = leaderOf.get(task.id)
    if (leader === undefined) return [task]
    if (leader !== task.id) return []
    const own = (together.get(leader) ?? []).flatMap((id) => byId.get(id) ?? [])
    const dues = own.map(({ due }) => due).sort()
    const earliest = own.flatMap((one) => one.earliest ?? []).sort()
    // Whatever may be changed first waits for none that may not be yet: they go on the day of the first that is due.
    const from = earliest.length === own.length ? earliest[0] : undefined
    const { earliest: _, ...rest } = task
    return [
      {
        ...rest,
        minutes: own.reduce((sum, one) => sum + one.minutes, 0),
        needs: [...new Set(own.flatMap(({ needs }) => needs))],
        due: dues[0] ?? task.due,
        riskPerDay: own.reduce((sum, one) => sum + one.riskPerDay, 0),
        ...(from === undefined ? {} : { earliest: from }),
      },
    ]
  })
}

/** A plan with each of the tasks that went as one in its own name. */
export const apart = (answer: PlanAnswer, together: Together): PlanAnswer => ({
  ...answer,
  assignments: answer.assignments.flatMap((one): Assignment[] =>
    (together.get(one.task) ?? [one.task]).map((task) => ({ ...one, task })),
  ),
  left: answer.left.flatMap(({ task, why }) => (together.get(task) ?? [task]).map((id) => ({ task: id, why }))),
})
