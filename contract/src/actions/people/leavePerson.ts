import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody leaves the staff. The name stays in the book. */
export interface LeavePerson extends ActionHeader<'leave-person'> {
  personId: string
  note?: string
}

export const leavePerson: ActionShape<LeavePerson> = {
  schema: siteAction<LeavePerson>('leave-person', { personId: uuid.required(), note: words(500) }),
  summary: 'Somebody leaves the staff; the name stays in the book.',
}
