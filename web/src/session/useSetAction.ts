import { useState } from 'react'
import { reads, thingSet } from '@diatribon/contract'
import { useAction, type FormAction } from './useAction.ts'
import { useRead } from '../ui/useRead.ts'

/**
 * As `useAction`, for forms that set something: with each action goes the version that was there when the form was opened, so that two forms
 * do not overwrite each other unseen.
 */
export function useSetAction(done: string | null, onDone: () => void) {
  const { submit: send, ...rest } = useAction(done, onDone)
  const { data, isValidating } = useRead(reads.versions)
  const [seen, setSeen] = useState<Record<string, number>>()
  if (!seen && data && !isValidating) setSeen(data)
  const withVersion = (action: FormAction): FormAction => {
    const thing = thingSet(action)
    return thing && seen ? ({ ...action, version: seen[thing] ?? 0 } as FormAction) : action
  }
  async function submit(asked: FormAction | FormAction[]): Promise<boolean> {
    const isDone = await send(Array.isArray(asked) ? asked.map(withVersion) : withVersion(asked))
    // A form that stays goes on from what it has set.
    if (isDone) setSeen(undefined)
    return isDone
  }
  return { submit, ...rest }
}
