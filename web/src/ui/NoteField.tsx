import { Textarea, type TextareaProps } from '@mantine/core'

/** Words that may stand beside what is recorded. */
export function NoteField(props: TextareaProps) {
  return <Textarea label="Note (optional)" mt="sm" autosize {...props} />
}
