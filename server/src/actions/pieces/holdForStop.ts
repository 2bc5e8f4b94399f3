import type { Person } from '@diatribon/contract'
import type { FollowUp } from '../actionKind.ts'
import type { Facts } from '../facts.ts'

/** A symptom that says stop, named by somebody with an account, puts the printer on hold. A visitor’s report stops it, and holds nothing. */
export async function holdForStop(
  facts: Facts,
  of: { printerId: string; symptomId: string | undefined; words: string },
  person: Person,
): Promise<FollowUp | null> {
  if (of.symptomId === undefined || person.role === 'visitor') return null
  const { content } = await facts.get('symptom', of.symptomId, 'symptom')
  if (!content.stop || facts.printer(of.printerId).holdReason !== null) return null
  // Chosen from the list the words are its name.
  const reason = (of.words === content.name ? content.name : `${content.name}. ${of.words}`).slice(0, 500)
  return { kind: 'hold-printer', printerId: of.printerId, reason }
}
