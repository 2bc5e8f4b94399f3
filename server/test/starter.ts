import { inSections, libraryActions } from '@diatribon/contract/library'

type IdOf = (what: string) => string

/** The starter library's checks, with the readings they take and what a change upsets. */
export const checksAndUpsets = (idOf: IdOf) =>
  libraryActions({ idOf, wants: inSections('readings', 'checks', 'what a change upsets') })

/** Its symptoms, causes and tests. */
export const knowledge = (idOf: IdOf) => libraryActions({ idOf, wants: inSections('symptoms', 'causes', 'tests') })

/** All of it but the catalogue. */
export const wholeKnowledge = (idOf: IdOf) => [...checksAndUpsets(idOf), ...knowledge(idOf)]
