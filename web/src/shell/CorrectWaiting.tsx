import { given } from '@diatribon/core'
import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { capital, fieldWords, type Action } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { MomentField } from '../ui/dates.tsx'
import { correctInOutbox, type Waiting } from '../session/outbox.ts'

const notSaid = new Set(['key', 'kind'])
const isId = (value: unknown) => typeof value === 'string' && /^[0-9a-f]{8}-[0-9a-f]{4}-/.test(value)
const isMoment = (value: unknown) => typeof value === 'string' && /^\d{4}-\d{2}-\d{2}T/.test(value)
const inWords = (name: string) => capital(fieldWords(name))

/** What waits and is not taken: its words, figures and moments can be put right. */
export function CorrectWaiting({ one, onClose }: { one: Waiting; onClose: () => void }) {
  const [actions, setActions] = useState(one.actions)
  const [problem, setProblem] = useState<unknown>(null)
  const set = (at: number, name: string, value: unknown) =>
    setActions(actions.map((action, i) => (i === at ? ({ ...action, [name]: value } as Action) : action)))
  return (
    <ActionDialog
      title={`Put right: ${one.words}`}
      verb="Send again"
      busy={false}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void correctInOutbox(one, actions).then(onClose, setProblem)}
    >
      {one.reason && <p role="alert">{one.reason}</p>}
      {actions.map((action, at) =>
        Object.entries(action).map(([name, value]: [string, unknown]) => {
          const id = `${at} ${name}`
          if (notSaid.has(name) || isId(value)) return null
          if (isMoment(value))
            return (
              <MomentField
                key={id}
                label={inWords(name)}
                value={value as string}
                onChange={(v) => set(at, name, v ?? value)}
              />
            )
          if (typeof value === 'number' || typeof given(one.actions[at])[name as keyof Action] === 'number')
            return (
              <FigureField
                key={id}
                label={inWords(name)}
                required
                value={value as number | undefined}
                onChange={(v) => set(at, name, v)}
              />
            )
          if (typeof value === 'string')
            return (
              <Textarea
                key={id}
                label={inWords(name)}
                mt="sm"
                autosize
                value={value}
                onChange={(e) => set(at, name, e.currentTarget.value)}
              />
            )
          return null
        }),
      )}
    </ActionDialog>
  )
}
