import { InputProblem } from '@diatribon/core'
import { type ReactNode, useState } from 'react'
import { FactList } from '../../ui/FactList.tsx'
import { FigureField } from '../../ui/figures.tsx'
import { Problem } from '../../ui/Problem.tsx'
import classes from '../Bench.module.css'
import { type Measured, PrinterField, StoreReading } from '../StoreReading.tsx'
export interface InstrumentProps {
  printerId: string | null
  onPrinter: (id: string | null) => void
}

interface Field {
  name: string
  label: string
  description?: string
  first?: number
  optional?: boolean
}

type Figures = Record<string, number | undefined>

export interface Answer {
  words: ReactNode
  facts: [string, string][]
  values: Measured[]
}

/** An instrument of a few figures: they go in on the left, what follows stands on the right and can be kept. */
export function HandBench(
  props: InstrumentProps & {
    instrument: string
    fields: Field[]
    caution?: string
    source: string
    reckon: (figures: Record<string, number>) => Answer
    children?: ReactNode
  },
) {
  const { printerId, onPrinter, instrument, fields, caution, source, reckon, children } = props
  const [figures, setFigures] = useState<Figures>(Object.fromEntries(fields.map(({ name, first }) => [name, first])))
  const whole = fields.every(({ name, optional }) => optional || figures[name] !== undefined)
  const answer = whole ? attempt(() => reckon(figures as Record<string, number>)) : null
  return (
    <div className={classes.columns}>
      <div>
        <PrinterField value={printerId} onChange={onPrinter} />
        {fields.map(({ name, label, description }) => (
          <FigureField
            key={name}
            label={label}
            description={description}
            value={figures[name]}
            onChange={(value) => setFigures({ ...figures, [name]: value })}
          />
        ))}
        {children}
      </div>
      <div aria-live="polite">
        {caution && (
          <p className={classes.caution} role="note">
            <b aria-hidden>⚠ </b>
            {caution}
          </p>
        )}
        <Answered answer={answer} printerId={printerId} instrument={instrument} />
        {!answer && <p className="quiet">Fill in the figures on the left.</p>}
        <p className="quiet">{source}</p>
      </div>
    </div>
  )
}

/** What follows from the figures, and the way to keep it. */
export function Answered(props: { answer: Answer | Error | null; printerId: string | null; instrument: string }) {
  const { answer, printerId, instrument } = props
  if (!answer) return null
  if (answer instanceof Error) return <Problem error={answer} />
  return (
    <>
      <p className={classes.words}>{answer.words}</p>
      <FactList facts={answer.facts} />
      {answer.values.length > 0 && (
        <StoreReading printerId={printerId} instrument={instrument} values={answer.values} />
      )}
    </>
  )
}

/** What a sum gives, or why it refuses. */
export function attempt<T>(work: () => T): T | Error {
  try {
    return work()
  } catch (error) {
    if (error instanceof InputProblem) return error
    throw error
  }
}
