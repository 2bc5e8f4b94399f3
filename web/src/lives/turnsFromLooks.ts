import type { CheckContent, Clock, LookingCheck, TurnClock } from '@diatribon/contract'

/** A check's new turn, as actions: for all of its printers, or as a check of its own for one model. */
export type TurnsAction =
  | { kind: 'change-check-type'; checkTypeId: string; version: number; content: CheckContent }
  | { kind: 'add-check-type'; checkTypeId: string; content: CheckContent }

/**
 * Sets how often a check looks at parts, on their own clock; its other turns stay.
 * @param model null: for every printer of the check. Else that model gets a check of its own, unless the check is for it alone.
 * @param models every model there is
 * @param newId id for the check of that model's own
 */
export function turnsFromLooks(
  { checkTypeId, version, content }: LookingCheck,
  of: {
    clock: Clock
    interval: number
    model: { id: string; name: string } | null
    models: readonly string[]
    newId: string
  },
): TurnsAction[] {
  const { clock, interval, model, models, newId } = of
  const amount = Number(interval.toPrecision(2))
  const every = [...content.turns.every.filter((turn) => turn.clock !== clock), { clock: clock as TurnClock, amount }]
  const changed: CheckContent = { ...content, turns: { ...content.turns, every } }
  const covered = content.models.length > 0 ? content.models : models
  const others = covered.filter((id) => id !== model?.id)
  if (!model || others.length === 0) return [{ kind: 'change-check-type', checkTypeId, version, content: changed }]
  return [
    { kind: 'change-check-type', checkTypeId, version, content: { ...content, models: [...others] } },
    {
      kind: 'add-check-type',
      checkTypeId: newId,
      content: { ...changed, name: `${content.name}, ${model.name}`.slice(0, 80), models: [model.id] },
    },
  ]
}
