import { Button } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { mostPhotos } from '@diatribon/contract'
import { PhotoButton, Photos } from './PhotoButton.tsx'
import classes from './PhotosField.module.css'

/** Photos of a form: those taken so far, each of which can be left out again, and the camera until there are enough. */
export function PhotosField(props: {
  label: string
  value: string[]
  onChange: (update: (before: string[]) => string[]) => void
}) {
  const { label, value, onChange } = props
  return (
    <div className={classes.field}>
      {value.length > 0 && (
        <ul className={classes.taken}>
          {value.map((id, i) => (
            <li key={id}>
              <Photos ids={[id]} first={i + 1} />
              <Button
                variant="subtle"
                size="sm"
                leftSection={<IconX size={16} aria-hidden />}
                aria-label={`Leave out photo ${i + 1}`}
                onClick={() => onChange((before) => before.filter((other) => other !== id))}
              >
                Leave out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {value.length < mostPhotos && (
        <PhotoButton
          label={value.length === 0 ? label : 'Another photo'}
          onPhoto={({ id }) => onChange((before) => [...before, id].slice(0, mostPhotos))}
        />
      )}
    </div>
  )
}
