import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/**
 * Whoever has the server's machine in hand makes somebody a lead with a new PIN, when there is no other way in. Only the
 * command on that machine writes it.
 */
export interface RescueLead extends ActionHeader<'rescue-lead'> {
  personId: string
}

export const rescueLead: ActionShape<RescueLead> = {
  schema: siteAction<RescueLead>('rescue-lead', { personId: uuid.required() }),
  summary: 'Make somebody a lead who may sign in. Written by the command on the server’s machine alone.',
}
