import type { Visit } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import type { FormAction } from '../session/openSending.ts'

export const ways = ['move', 'leave out', 'set free'] as const

/** What is to become of a visit. */
export interface VisitDraft {
  way: (typeof ways)[number]
  day: string
  /** null: whoever suits best. */
  personId: string | null
  /** Left out until then. */
  until: string
  reason: string
}

/** @param target where it was dropped; null: it was opened */
export const visitBegun = (visit: Visit, target: { day: string; personId: string } | null): VisitDraft => ({
  way: 'move',
  day: target?.day ?? visit.day,
  personId: target?.personId ?? visit.personId,
  until: '',
  reason: '',
})

/** Whether it would be on another day, or somebody else's. */
export const isMoved = ({ day, personId }: Visit, draft: VisitDraft) =>
  draft.way === 'move' && (draft.day !== day || draft.personId !== personId)

/** One action for each task of the visit. */
export function visitActions({ printer, tasks }: Visit, draft: VisitDraft): FormAction[] {
  const { way, day, personId, until, reason } = draft
  const choice = {
    move: { choice: 'pinned' as const, day, ...told({ forPersonId: personId ?? '', reason }) },
    'leave out': { choice: 'left out' as const, day: until, reason },
    'set free': { choice: 'free' as const },
  }[way]
  return tasks.map(({ id }) => ({ kind: 'place-task', printerId: printer.id, task: id, ...choice }))
}
