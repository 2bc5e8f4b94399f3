import type { Knowledge } from '@diatribon/contract'

export const causeNamed = ({ causes }: Knowledge, id: string): string =>
  causes.find((cause) => cause.id === id)?.name ?? 'unknown cause'

/** Causes to choose from that are not there yet. */
export const causesToAdd = ({ causes }: Knowledge, there: readonly string[]) =>
  causes
    .filter(({ id, dropped }) => !dropped && !there.includes(id))
    .map(({ id, name }) => ({ value: id, label: name }))
