import { Textarea } from '@mantine/core'
import { useDraft } from './useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { newKey } from '../ui/newKey.ts'

/** Something that everybody must know, pinned until a day. */
export function PinNoticeForm({ onClose }: { onClose: () => void }) {
  const { dayHere } = useSession()
  const { words, choice, sheet } = useDraft(() => ({ noticeId: newKey(), text: '', until: dayHere(7) }), {
    kind: 'pin-notice',
    done: 'Pinned: everybody sees it',
    onClose,
  })
  return (
    <ActionDialog title="Pin a notice" verb="Pin" {...sheet((draft) => ({ kind: 'pin-notice', ...draft }))}>
      <Textarea label="What must everybody know?" autosize minRows={2} data-autofocus {...words('text')} />
      <DayField label="Until which day?" mt="sm" {...choice('until')} />
    </ActionDialog>
  )
}
