import { given } from '@diatribon/core'
import type { Action, Amend, ActionKindName } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind, Names } from '../actionKind.ts'

/** Amending belongs to the kind of the entry that was wrong; this only finds it and keeps the order straight. */
export function amendBy(kindOf: (name: ActionKindName) => ActionKind<Action>): ActionKind<Amend> {
  return {
    right: 'amend own entries',

    needs: ({ correction }) => (correction?.partTypeId ? { partTypes: [correction.partTypeId] } : {}),

    async apply(facts, entry) {
      const original = await facts.entry(entry.action.entryKey)
      if (!original) throw new Refusal(404, 'not-there', `There is no entry with the key ${entry.action.entryKey}.`)
      const kind = kindOf(original.action.kind)
      if (!kind.amend)
        throw new Refusal(
          409,
          'not-amendable',
          'Entries of this kind cannot be amended; write a new one that puts it right.',
        )
      if (entry.at < original.at)
        throw new Refusal(409, 'amended-too-early', 'An amendment cannot be dated before the entry that it puts right.')
      if (await facts.isTakenBack(original.seq))
        throw new Refusal(409, 'taken-back', 'That entry has already been taken back; there is nothing left to amend.')
      if (entry.action.takeBack && kind.isOnlyCorrected)
        throw new Refusal(
          409,
          'only-corrected',
          `Entries of this kind are corrected, not taken back. ${kind.isOnlyCorrected}`,
        )
      await kind.amend(facts, original, entry)
    },

    words: ({ reason, takeBack, correction }, names) =>
      `${takeBack ? 'Taken back' : `Corrected to ${correctionWords(given(correction), names)}`}. Reason: ${reason}`,
  }
}

function correctionWords(
  correction: NonNullable<Amend['correction']>,
  names: Pick<Names, 'partType' | 'cause'>,
): string {
  const { meterHours, meterWasReset, removalReason, partTypeId, text, hours, metres } = correction
  const { causeId, mechanism, broughtAbout, topic, minutes } = correction
  return [
    meterHours !== undefined && `meter ${meterHours.toLocaleString('en-GB')} h`,
    meterWasReset !== undefined && (meterWasReset ? 'meter was reset' : 'meter was not reset'),
    removalReason && `removal reason ${removalReason}`,
    partTypeId && `part ${names.partType(partTypeId)}`,
    hours !== undefined && `${hours.toLocaleString('en-GB')} h`,
    correction.name && `name ${correction.name}`,
    correction.room && `room ${correction.room}`,
    correction.rack && `rack ${correction.rack}`,
    correction.place && `place ${correction.place}`,
    correction.takenInAt && 'another day of the take-in',
    ...Object.entries(correction.partHours ?? {}).map(([slot, hours]) =>
      hours === null ? `age in ${slot} not known` : `age in ${slot} ${hours.toLocaleString('en-GB')} h`,
    ),
    metres !== undefined && `${metres.toLocaleString('en-GB')} m`,
    causeId !== undefined && (causeId === null ? 'another cause' : names.cause(causeId)),
    mechanism,
    broughtAbout && `brought about by ${broughtAbout}`,
    topic !== undefined && `induction ${topic ?? 'none'}`,
    minutes !== undefined && `${minutes} min`,
    text !== undefined && `“${text}”`,
  ]
    .filter(Boolean)
    .join(', ')
}
