import { given } from '@diatribon/core'
import { Refusal } from '../platform/refusal.ts'

/**
 * Deadlocks, two senders of one key or name, a lock that was not to be had, a transaction that the database ended because
 * this process stood still: a second try finds the world settled, and the keys see to it that nothing is recorded twice.
 */
export const worthAnotherTry = new Set(['40P01', '40001', '23505', '55P03', '57014', '25P03'])

/** A mistake of ours inside one action is that one's failure: it was taken back, so this is known for certain. */
export const failedHere = new Refusal(
  500,
  'not-recorded',
  'Something went wrong on the server with this entry, and it was not recorded. Tell the lead.',
)

const sentences: Record<string, string> = {
  printer_name: 'There is already a printer with this name.',
  part_type_name: 'The catalogue already has a part type with this name.',
  printer_model_name: 'There is already a model of this make and name.',
  spool_name: 'There is already a spool with this name.',
  person_name: 'Somebody already signs in under this name.',
  fitting_one_in_slot: 'Somebody has just changed the part in this slot. Look at the printer again before you swap.',
  fitting_counter_order: 'A part cannot be removed at a lower counter reading than it was fitted at.',
  slot_name: 'This printer already has a slot with this name.',
  stock_item_name: 'There is already an item with this name.',
  stock_item_part_type: 'This part type is kept already. Change that item.',
  upgrade_name: 'There is already an upgrade with this name.',
  upgrade_once: 'Somebody has just installed this upgrade on this printer. Look at it again.',
  check_type_name: 'There is already a check with this name.',
  reading_kind_name: 'There is already a kind of reading with this name.',
  work_span_one_open: 'You are already at work on this printer.',
  down_time_one_open: 'Somebody has just taken this printer out of service. Look at it again.',
  check_sheet_one_open: 'This check is already being done on this printer. Go on with that one.',
  log_entry_key: 'This key already stands for another entry. Make a new key for a new action.',
}

/** What the database refused, in words of the workshop. */
export function refusalOfDatabase(error: unknown, code: string): Refusal {
  let constraint: string | undefined
  for (let at = error; at instanceof Error; at = at.cause) constraint ??= (at as { constraint?: string }).constraint
  const sentence = constraint && sentences[constraint]
  if (sentence) return new Refusal(409, given(constraint).replaceAll('_', '-'), sentence)
  if (constraint?.endsWith('_pkey'))
    return new Refusal(
      409,
      'already-here',
      'There is already something with this id. A new one needs an id of its own.',
    )
  const missing = /_id_([a-z_]+)_id_fk$/.exec(constraint ?? '')?.[1]
  if (missing)
    return new Refusal(
      404,
      'not-there',
      `The ${missing.replaceAll('_', ' ')} that this names is not there (any more). Look again, and choose anew.`,
    )
  if (code.startsWith('22') || code.startsWith('23'))
    return new Refusal(
      409,
      'not-recorded',
      'A figure or a word of this entry cannot be kept as it is. Nothing was recorded.',
    )
  if (worthAnotherTry.has(code))
    return new Refusal(
      503,
      'busy',
      'Somebody else is changing the same thing and is not done yet. Nothing was recorded; try again in a moment.',
    )
  return failedHere
}
