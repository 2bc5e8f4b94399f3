import { useEffect, useState } from 'react'
import type { ActionKindName } from '@diatribon/contract'
import type { FieldLimits, Limits } from '@diatribon/contract/shapes'
import { fetchShapes } from '../ui/wrongFields.ts'

const known = new Map<ActionKindName, Limits>()

/**
 * What the fields of an action may hold, as its shape says. Shapes are heavy: they come while the form is being read, and until then
 * (or without a line, when this device never had them) fields have no limits of their own; what is sent is held against them all the same.
 */
export function useLimits(kind: ActionKindName): (field: string) => FieldLimits | undefined {
  const [limits, setLimits] = useState(known.get(kind))
  useEffect(() => {
    let gone = false
    void fetchShapes().then((shapes) => {
      if (!shapes || gone) return
      const found = known.get(kind) ?? ofHands(shapes.limitsOf(shapes.actionShapes[kind].schema))
      known.set(kind, found)
      setLimits(found)
    })
    return () => {
      gone = true
    }
  }, [kind])
  return (field) => limits?.[field.replace(/\.\d+(?=\.|$)/g, '.*')]
}

/** When it happened is told with every action; nobody needs to say so. */
const ofHands = (limits: Limits): Limits => ({ ...limits, at: { required: false } })
