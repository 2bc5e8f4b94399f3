import { TextInput, type TextInputProps } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { figureText, plainFigure, type FigureLimits } from './figureText.ts'

/**
 * A field for one figure. It keeps what is typed, letter for letter; gives the figure, or undefined while it is empty or
 * refused. A refused one keeps its form from being sent.
 */
export function FigureField({
  value,
  onChange,
  min,
  max,
  allowDecimal,
  decimals,
  suffix,
  error,
  onFocus,
  onBlur,
  ...rest
}: Omit<TextInputProps, 'value' | 'onChange' | 'min' | 'max'> &
  FigureLimits & {
    value: number | undefined
    onChange: (value: number | undefined) => void
    /** Unit at the end of the field. */
    suffix?: string
  }) {
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useState(value === undefined ? '' : plainFigure(value))
  const [left, setLeft] = useState(false)
  const now = figureText(text, { min, max, allowDecimal, decimals })
  // Changed from elsewhere (another job, a cleared form), the text follows; what is being typed is never touched.
  const [seen, setSeen] = useState(value)
  const [typing, setTyping] = useState(false)
  const show = () => setText(value === undefined ? '' : plainFigure(value))
  if (seen !== value) {
    setSeen(value)
    // A form that makes 0 of an empty field must not put a 0 before what comes next; one that was cleared is clear.
    if (now.value !== value && (!typing || value === undefined)) show()
  }
  useEffect(() => input.current?.setCustomValidity(now.refusal ?? ''), [now.refusal])
  return (
    <TextInput
      ref={input}
      inputMode={min !== undefined && min >= 0 ? 'decimal' : 'text'}
      autoComplete="off"
      mt="sm"
      rightSection={suffix ? <span className="quiet">{suffix.trim()}</span> : undefined}
      rightSectionWidth={suffix ? `${suffix.trim().length + 2}ch` : undefined}
      {...rest}
      error={(left && now.refusal) || error}
      inputContainer={(field) => (
        <>
          {field}
          {now.understood && (
            <span role="status" className="quiet">
              {now.understood}
            </span>
          )}
        </>
      )}
      value={text}
      onChange={({ currentTarget }) => {
        setText(currentTarget.value)
        setLeft(false)
        onChange(figureText(currentTarget.value, { min, max, allowDecimal, decimals }).value)
      }}
      onFocus={(event) => {
        setTyping(true)
        onFocus?.(event)
      }}
      onBlur={(event) => {
        setLeft(true)
        setTyping(false)
        if (text === '' && value !== undefined) show() // a figure that its form does not do without
        onBlur?.(event)
      }}
      onInvalid={() => setLeft(true)}
    />
  )
}
