/** What somebody is here, from the least entitled to the most. A device is a machine that reports for itself. */
export const roles = ['device', 'member', 'operator', 'technician', 'lead'] as const
export type Role = (typeof roles)[number]

/**
 * The one table of who may do what. A right is what an action kind or a read asks for.
 * Changing parts is hot work: most snapped heat breaks come from a cold wrench in unskilled hands, so it is not a member's.
 */
export const rights = {
  'send actions': ['device', 'member', 'operator', 'technician', 'lead'],
  read: ['member', 'operator', 'technician', 'lead'],
  'use the bench': ['member', 'operator', 'technician', 'lead'],
  'write a note': ['member', 'operator', 'technician', 'lead'],
  'amend own entries': ['member', 'operator', 'technician', 'lead'],
  'count hours': ['device', 'operator', 'technician', 'lead'],
  'report jobs': ['device', 'operator', 'technician', 'lead'],
  'weigh spools': ['device', 'operator', 'technician', 'lead'],
  'keep the stores': ['technician', 'lead'],
  'measure printers': ['technician', 'lead'],
  'hold a printer': ['operator', 'technician', 'lead'],
  'release a printer': ['technician', 'lead'],
  'swap parts': ['technician', 'lead'],
  'amend any entry': ['lead'],
  'set up the site': ['lead'],
  'connect devices': ['lead'],
  'take the log out': ['lead'],
} as const satisfies Record<string, readonly Role[]>

export type Right = keyof typeof rights

export function mayDo(role: Role, right: Right): boolean {
  return (rights[right] as readonly Role[]).includes(role)
}

/** Roles that have a right, in words for a refusal: "technician or lead". */
export function rolesWith(right: Right): string {
  return rights[right].filter((role) => role !== 'device').join(' or ')
}
