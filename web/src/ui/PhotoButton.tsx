import { Button, FileButton } from '@mantine/core'
import { IconCamera } from '@tabler/icons-react'
import { useState } from 'react'
import type { Attachment } from '@diatribon/contract'
import { sendPhoto } from './api.ts'
import { Problem } from './Problem.tsx'

/** Takes a photo with the camera, or picks one, and sends it. It stays beside the page until its step is kept. */
export function PhotoButton({
  label,
  onPhoto,
  send: how = sendPhoto,
}: {
  label: string
  onPhoto: (photo: Attachment) => void
  /** How it is sent; by whoever is signed in unless said otherwise. */
  send?: (file: Blob) => Promise<Attachment>
}) {
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>(null)
  const send = async (file: File | null) => {
    if (!file) return
    setBusy(true)
    setProblem(null)
    try {
      onPhoto(await how(file))
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return (
    <div>
      <FileButton onChange={(file) => void send(file)} accept="image/*" capture="environment">
        {(props) => (
          <Button {...props} variant="default" loading={busy} leftSection={<IconCamera size={20} aria-hidden />}>
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
