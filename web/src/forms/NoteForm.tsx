import { MultiSelect, Textarea } from '@mantine/core'
import type { LogEntry } from '@diatribon/contract'
import { told } from './told.ts'
import { useDraft } from './useDraft.ts'
import { usePeople } from '../reads/people.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'

interface NoteFormProps {
  printer: { id: string; name: string } | null
  /** What the note begins with. */
  text?: string
  replyTo?: LogEntry
  onClose: () => void
}

/** A note on a printer or for the whole workshop, for somebody above all, or in answer to an entry. */
export function NoteForm({ printer, text = '', replyTo, onClose }: NoteFormProps) {
  const { data: people } = usePeople()
  const { draft, words, choice, list, sheet } = useDraft(
    {
      text,
      mentions: replyTo ? [replyTo.person.id] : [],
      photos: [] as string[],
      at: undefined as string | undefined,
    },
    { kind: 'note', done: 'Note written', onClose },
  )
  const here = (people ?? []).filter(({ left }) => !left)
  // Whoever reported by label is no person of the staff.
  const mentions = draft.mentions.filter((id) => here.some((one) => one.id === id))
  return (
    <ActionDialog
      title={replyTo ? `Answer #${replyTo.seq}` : printer ? `Note: ${printer.name}` : 'Note for the workshop'}
      verb="Write"
      {...sheet(({ text, photos, at }) => ({
        kind: 'note',
        text,
        ...told({ printerId: printer?.id, replyTo: replyTo?.key, mentions, photos, at }),
      }))}
    >
      {replyTo && <p style={{ marginTop: 0 }}>{replyTo.summary}</p>}
      <Textarea label="What should the others know?" autosize minRows={4} data-autofocus {...words('text')} />
      <MultiSelect
        label="For whom above all? (optional)"
        mt="sm"
        searchable
        data={here.map(({ id, displayName }) => ({ value: id, label: displayName }))}
        {...choice('mentions')}
        value={mentions}
      />
      <PhotosField label="Photo" {...list('photos')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
