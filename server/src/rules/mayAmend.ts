import { mayDo, type Role } from '@diatribon/contract'

/** Whether somebody may put an entry right or take it back: the own ones, a lead all of them. The kind of the entry asks for its right besides. */
export const mayAmend = (reader: { id: string; role: Role }, entry: { personId: string }): boolean =>
  mayDo(reader.role, entry.personId === reader.id ? 'amend own entries' : 'amend any entry')
