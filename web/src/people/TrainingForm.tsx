import { Autocomplete, Textarea } from '@mantine/core'
import { useState } from 'react'
import { inductionTopics, type PersonHere } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { DayField } from '../ui/dates.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

/** Somebody was trained. */
export function TrainingForm({ person, onClose }: { person: PersonHere; onClose: () => void }) {
  const { nowMs } = useSession()
  const { submit, problem, fields, busy } = useAction('Written down', onClose)
  const [trainingId] = useState(newKey)
  const [topic, setTopic] = useState('')
  const [day, setDay] = useState(() => new Date(nowMs()).toISOString().slice(0, 10))
  const [note, setNote] = useState('')
  return (
    <ActionDialog
      title={`Training: ${person.displayName}`}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'record-training',
          trainingId,
          personId: person.id,
          topic,
          day,
          ...(note.trim() ? { note: note.trim() } : {}),
        })
      }
    >
      <Autocomplete
        label="In what?"
        required
        data={[...inductionTopics]}
        maxLength={120}
        data-autofocus
        value={topic}
        onChange={setTopic}
        error={fields.topic}
      />
      <DayField label="On which day?" required mt="sm" value={day} onChange={setDay} error={fields.day} />
      <Textarea
        label="Note (optional)"
        mt="sm"
        autosize
        maxLength={1000}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
        error={fields.note}
      />
    </ActionDialog>
  )
}
