/**
 * What somebody is here, from the least entitled to the most. A device is a machine that reports for itself; a visitor is
 * whoever reports by label without an account.
 */
export const roles = ['device', 'visitor', 'member', 'operator', 'technician', 'lead'] as const
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
  'do checks': ['member', 'operator', 'technician', 'lead'],
  'report a fault': ['visitor', 'member', 'operator', 'technician', 'lead'],
  'work on faults': ['operator', 'technician', 'lead'],
  'close faults': ['technician', 'lead'],
  'waive a return line': ['lead'],
  'remove guards': ['technician', 'lead'],
  'keep the knowledge': ['technician', 'lead'],
  'pin notices': ['operator', 'technician', 'lead'],
  'record training': ['technician', 'lead'],
  'set own shifts': ['member', 'operator', 'technician', 'lead'],
  'keep the staff': ['lead'],
  'log temperatures': ['device', 'operator', 'technician', 'lead'],
  'make duties': ['operator', 'technician', 'lead'],
  'skip checks': ['technician', 'lead'],
  'keep the stores': ['technician', 'lead'],
  'count stock': ['operator', 'technician', 'lead'],
  'keep the upgrades': ['technician', 'lead'],
  'judge upgrades': ['lead'],
  'measure printers': ['technician', 'lead'],
  'hold a printer': ['operator', 'technician', 'lead'],
  'lift a stop': ['operator', 'technician', 'lead'],
  'release a printer': ['technician', 'lead'],
  'swap parts': ['technician', 'lead'],
  'amend any entry': ['lead'],
  'keep the checks': ['technician', 'lead'],
  'adopt policies': ['lead'],
  'book printers': ['operator', 'technician', 'lead'],
  'plan the work': ['technician', 'lead'],
  'sign people off': ['lead'],
  'set up the site': ['lead'],
  'connect devices': ['lead'],
  'take the log out': ['lead'],
  /** Nobody's who signs in: it takes the machine itself. */
  'rescue a lead': [],
} as const satisfies Record<string, readonly Role[]>

export type Right = keyof typeof rights

export function mayDo(role: Role, right: Right): boolean {
  return (rights[right] as readonly Role[]).includes(role)
}

/** Roles that have a right, in words for a refusal: "technician or lead". */
export function rolesWith(right: Right): string {
  const who = (rights[right] as readonly Role[]).filter((role) => role !== 'device' && role !== 'visitor')
  return who.length > 0 ? who.join(' or ') : 'the command on the server’s own machine'
}

/** Whether a role is at least as entitled as another. */
export function isAtLeast(role: Role, least: Role): boolean {
  return roles.indexOf(role) >= roles.indexOf(least)
}

/** A role and those above it, in words: "technician or lead". */
export function rolesFrom(role: Role): string {
  return roles.slice(roles.indexOf(role)).join(' or ')
}
