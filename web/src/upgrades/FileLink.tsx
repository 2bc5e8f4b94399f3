import type { AttachedFile } from '@diatribon/contract'

/** A file that is kept here, to be saved. */
export function FileLink({ file: { id, name } }: { file: AttachedFile }) {
  return (
    <a href={`/api/attachments/${id}`} download={name}>
      {name}
    </a>
  )
}
