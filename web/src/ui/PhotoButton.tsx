import { Button, FileButton } from '@mantine/core'
import { IconCamera, IconPaperclip } from '@tabler/icons-react'
import { useState, type ReactNode } from 'react'
import type { AttachedFile, Attachment } from '@diatribon/contract'
import { sendFile, sendPhoto } from './api.ts'
import { Problem } from './Problem.tsx'

/** Takes a photo with the camera, or picks one, and sends it. It stays beside the page until its step is kept. */
export function PhotoButton({
  label,
  onPhoto,
  send = sendPhoto,
}: {
  label: string
  onPhoto: (photo: Attachment) => void
  /** How it is sent; by whoever is signed in unless said otherwise. */
  send?: (file: Blob) => Promise<Attachment>
}) {
  return (
    <SendButton
      label={label}
      icon={<IconCamera size={20} aria-hidden />}
      accept="image/*"
      capture="environment"
      send={send}
      onSent={onPhoto}
    />
  )
}

/** Picks a file and sends it to be kept as it is. */
export function AttachButton({ label, onFile }: { label: string; onFile: (file: AttachedFile) => void }) {
  return <SendButton label={label} icon={<IconPaperclip size={20} aria-hidden />} send={sendFile} onSent={onFile} />
}

function SendButton<Kept>({
  label,
  icon,
  send: how,
  onSent,
  ...picks
}: {
  label: string
  icon: ReactNode
  accept?: string
  capture?: 'environment'
  send: (file: File) => Promise<Kept>
  onSent: (kept: Kept) => void
}) {
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>(null)
  const send = async (file: File | null) => {
    if (!file) return
    setBusy(true)
    setProblem(null)
    try {
      onSent(await how(file))
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return (
    <div>
      <FileButton onChange={(file) => void send(file)} {...picks}>
        {(props) => (
          <Button {...props} variant="default" loading={busy} leftSection={icon}>
            {label}
          </Button>
        )}
      </FileButton>
      <Problem error={problem} />
    </div>
  )
}

/** Photos in small, each opening in full size; `first` is the number of the first. */
export function Photos({ ids, first = 1 }: { ids: string[]; first?: number }) {
  return ids.map((id, i) => (
    <a key={id} href={`/api/attachments/${id}`} target="_blank" rel="noreferrer">
      <img src={`/api/attachments/${id}`} alt={`Photo ${first + i}, opens in full size`} loading="lazy" />
    </a>
  ))
}
