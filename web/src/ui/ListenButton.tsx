import { Button } from '@mantine/core'
import { IconMicrophone } from '@tabler/icons-react'
import { useEffect, useRef, useState } from 'react'
import { Problem } from './Problem.tsx'
import { pitchOf, record, type Sound } from './sound.ts'
import classes from './ListenButton.module.css'

/** Records for some seconds, with how loud it is, and can be stopped. */
export function RecordButton(props: {
  label: string
  seconds: number
  onSound: (sound: Sound) => Promise<void> | void
}) {
  const { label, seconds, onSound } = props
  const [level, setLevel] = useState<number | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const stop = useRef<AbortController>(undefined)
  useEffect(() => () => stop.current?.abort(), [])
  const listen = async () => {
    stop.current = new AbortController()
    setProblem(null)
    setLevel(0)
    try {
      await onSound(await record(seconds, setLevel, stop.current.signal))
    } catch (error) {
      setProblem(error)
    } finally {
      setLevel(null)
    }
  }
  return (
    <div>
      {level === null ? (
        <Button
          variant="default"
          leftSection={<IconMicrophone size={20} aria-hidden />}
          onClick={() => void listen()}
          mt="sm"
        >
          {label}
        </Button>
      ) : (
        <div className={classes.listening} role="status">
          <span>Listening …</span>
          <span className={classes.level} aria-hidden>
            <span style={{ width: `${Math.min(100, level * 140)}%` }} />
          </span>
          <Button variant="default" size="sm" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        </div>
      )}
      <Problem error={problem} />
    </div>
  )
}

/** Listens to one pluck and gives its pitch. */
export function ListenButton({ onPitch }: { onPitch: (hz: number) => void }) {
  return (
    <RecordButton
      label="Listen: pluck the belt"
      seconds={3}
      onSound={async (sound) => onPitch((await pitchOf(sound)).hz)}
    />
  )
}
