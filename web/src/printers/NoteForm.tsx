import { MultiSelect, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { LogEntry } from '@diatribon/contract'
import { PhotosField } from '../ui/PhotosField.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { usePeople } from '../people/reads.ts'

interface NoteFormProps {
  printer: { id: string; name: string } | null
  /** What the note begins with. */
  text?: string
  replyTo?: LogEntry
  onClose: () => void
}

/** A note on a printer or for the whole workshop, for somebody above all, or in answer to an entry. */
export function NoteForm({ printer, text: first = '', replyTo, onClose }: NoteFormProps) {
  const { submit, problem, fields, busy } = useAction('Note written', onClose)
  const { data: people } = usePeople()
  const [text, setText] = useState(first)
  const [mentions, setMentions] = useState<string[]>(replyTo ? [replyTo.person.id] : [])
  const [photos, setPhotos] = useState<string[]>([])
  const [at, setAt] = useState<string>()
  const here = (people ?? []).filter(({ left }) => !left)
  // Whoever reported by label is no person of the staff.
  const named = mentions.filter((id) => here.some((one) => one.id === id))
  return (
    <ActionDialog
      title={replyTo ? `Answer #${replyTo.seq}` : printer ? `Note: ${printer.name}` : 'Note for the workshop'}
      verb="Write"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'note',
          text,
          ...(printer ? { printerId: printer.id } : {}),
          ...(replyTo ? { replyTo: replyTo.key } : {}),
          ...(named.length > 0 ? { mentions: named } : {}),
          ...(photos.length > 0 ? { photos } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      {replyTo && <p style={{ marginTop: 0 }}>{replyTo.summary}</p>}
      <Textarea
        label="What should the others know?"
        autosize
        minRows={4}
        maxLength={4000}
        required
        data-autofocus
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        error={fields.text}
      />
      <MultiSelect
        label="For whom above all? (optional)"
        mt="sm"
        searchable
        data={here.map(({ id, displayName }) => ({ value: id, label: displayName }))}
        value={named}
        onChange={setMentions}
      />
      <PhotosField label="Photo" value={photos} onChange={setPhotos} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
