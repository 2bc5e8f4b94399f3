/** What it means that a part left its slot for a reason. */
interface Meaning {
  /** How it ended the life of the part, as far as wear goes: seen when it happened, found at a look, or not at all. */
  ends: 'seen' | 'at a look' | 'none'
  /** It may go in again. */
  stillGood: boolean
  /** It was broken by handling. */
  byMisuse: boolean
  /** It was changed for its age: worn out, or before it could be. */
  forItsAge: boolean
}

/** What people choose from. */
const chosen = {
  failed: { ends: 'seen', stillGood: false, byMisuse: false, forItsAge: true },
  'worn at check': { ends: 'at a look', stillGood: false, byMisuse: false, forItsAge: true },
  'replaced in time': { ends: 'none', stillGood: true, byMisuse: false, forItsAge: true },
  upgraded: { ends: 'none', stillGood: true, byMisuse: false, forItsAge: false },
  'user damage': { ends: 'none', stillGood: false, byMisuse: true, forItsAge: false },
  'borrowed for another printer': { ends: 'none', stillGood: true, byMisuse: false, forItsAge: false },
} as const satisfies Record<string, Meaning>

/** Why a part leaves its slot, as people choose it. */
export const removalReasons = Object.keys(chosen) as (keyof typeof chosen)[]

/** Beside what people choose from: a part that was mended where it sat before it failed; its life goes on in another record. */
export type RemovalReason = keyof typeof chosen | 'repaired in place'

/** What each reason means: everything that asks why a part came out asks here. */
export const removalMeaning: Record<RemovalReason, Meaning> = {
  ...chosen,
  'repaired in place': { ends: 'none', stillGood: true, byMisuse: false, forItsAge: false },
}

/** Reasons of which something holds. */
export const reasonsThat = (holds: (meaning: Meaning) => boolean): RemovalReason[] =>
  (Object.entries(removalMeaning) as [RemovalReason, Meaning][]).flatMap(([reason, meaning]) =>
    holds(meaning) ? [reason] : [],
  )

type Those<Field extends keyof Meaning, Value> = {
  [K in keyof typeof chosen]: (typeof chosen)[K][Field] extends Value ? K : never
}[keyof typeof chosen]

/** Reasons for which a part needs mending: it does not go in again as it is. */
export type Spoilt = Those<'stillGood', false>
export const spoilt = reasonsThat(({ stillGood }) => !stillGood) as Spoilt[]

/** How a part ended its life, as far as wear goes. @param reason null while it is in place */
export const endOf = (reason: RemovalReason | null): Meaning['ends'] =>
  reason === null ? 'none' : removalMeaning[reason].ends

/** Whether a part ended its life by wear. @param reason null while it is in place */
export const isWornOut = (reason: RemovalReason | null): boolean => endOf(reason) !== 'none'

/** Whether a part was broken by handling. @param reason null while it is in place */
export const isMisused = (reason: RemovalReason | null): boolean => reason !== null && removalMeaning[reason].byMisuse

/** Whether a part may go in again. @param reason null while it is in place */
export const isStillGood = (reason: RemovalReason | null): boolean =>
  reason === null || removalMeaning[reason].stillGood
