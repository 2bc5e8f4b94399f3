import { Group, Input, UnstyledButton } from '@mantine/core'
import { DateInput, TimePicker, type DateInputProps } from '@mantine/dates'
import { useEffect, useRef, useState } from 'react'
import { useWorkshopClock } from './workshopClock.ts'
import { momentAt, wallOf } from '@diatribon/contract'
import { dayFormat, readDay } from './dayText.ts'

/** Fields for days and times: by the clock of the workshop, in one format, the week as the workshop begins it. */

/** A day, typed or picked. Gives YYYY-MM-DD, or '' while it is empty or refused; a refused one keeps its form from being sent. */
export function DayField({
  value,
  onChange,
  error,
  ...rest
}: Omit<DateInputProps, 'value' | 'onChange' | 'dateParser' | 'valueFormat'> & {
  value: string
  onChange: (day: string) => void
}) {
  const { weekBegins } = useWorkshopClock()
  const input = useRef<HTMLInputElement>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  useEffect(() => input.current?.setCustomValidity(refusal ?? ''), [refusal])
  return (
    <DateInput
      ref={input}
      valueFormat={dayFormat}
      dateParser={readDay}
      fixOnBlur={false}
      firstDayOfWeek={weekBegins}
      clearable={!rest.required}
      clearButtonProps={{ 'aria-label': 'No day' }}
      autoComplete="off"
      placeholder="such as 5 Mar 2026"
      {...rest}
      value={value || null}
      error={refusal ?? error}
      onChange={(day) => {
        setRefusal(null)
        onChange(day ?? '')
      }}
      onInput={() => setRefusal(null)}
      onBlur={({ currentTarget }) => {
        const text = currentTarget.value.trim()
        setRefusal(text === '' || readDay(text) ? null : `“${text}” is no day. Write it as 5 Mar 2026 or 2026-03-05.`)
        if (text === '' && value) onChange('')
      }}
    />
  )
}

/** A time of day. Gives HH:MM, or '' while it is empty. */
export function TimeField(props: {
  value: string
  onChange: (time: string) => void
  /** Said by screen readers; the group around it says it to the eye. */
  label: string
  error?: string
}) {
  const { value, onChange, label, error } = props
  return (
    <TimePicker
      value={value}
      onChange={onChange}
      error={error}
      hoursInputLabel={`${label}, hours`}
      minutesInputLabel={`${label}, minutes`}
      style={{ width: 110 }}
    />
  )
}

/** A day with its time. Gives ISO 8601, or undefined when empty. */
export function MomentField(props: {
  label: string
  description?: string
  value: string | undefined
  onChange: (at: string | undefined) => void
  error?: string
  required?: boolean
  /** Not later than this moment. */
  max?: string
}) {
  const { label, description, value, onChange, error, required, max } = props
  const { timeZone } = useWorkshopClock()
  const wall = value ? wallOf(value, timeZone) : { day: '', time: '' }
  /** The day before its time is said, and the other way round. */
  const [half, setHalf] = useState({ day: wall.day, time: wall.time })
  const set = (change: Partial<typeof half>) => {
    const next = { ...half, ...change }
    setHalf(next)
    onChange(next.day ? momentAt(next.day, next.time || '12:00', timeZone) : undefined)
  }
  return (
    <Input.Wrapper label={label} description={description} error={error} required={required} mt="sm" labelElement="div">
      <Group gap="xs" mt={4} wrap="nowrap" align="start">
        <DayField
          aria-label={`${label}: day`}
          value={half.day}
          maxDate={max && wallOf(max, timeZone).day}
          required={required}
          onChange={(day) => set({ day })}
          style={{ flex: 1, maxWidth: 220 }}
        />
        <TimeField label={label} value={half.time} onChange={(time) => set({ time })} />
      </Group>
    </Input.Wrapper>
  )
}

/** When it happened: now unless said otherwise. Gives ISO 8601, or undefined for now. */
export function WhenField({
  value,
  onChange,
  error,
}: {
  value: string | undefined
  onChange: (at: string | undefined) => void
  error?: string
}) {
  const [open, setOpen] = useState(false)
  if (!open)
    return (
      <UnstyledButton onClick={() => setOpen(true)} mt="sm" style={{ textDecoration: 'underline' }} className="quiet">
        It happened earlier
      </UnstyledButton>
    )
  return (
    <MomentField
      label="When it happened"
      description="By the clock of the workshop. Leave empty for now."
      error={error}
      value={value}
      onChange={onChange}
    />
  )
}
