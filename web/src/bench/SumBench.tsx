import { Button } from '@mantine/core'
import { useEffect, useState, type ReactNode } from 'react'
import { FactList } from '../ui/FactList.tsx'
import classes from './Bench.module.css'
import { downloadCsv } from './csv.ts'
import { PasteForm } from './PasteForm.tsx'
import type { SumAsked } from './useSum.ts'

type Row = (string | number | null)[]

/** A calculator of pasted columns: its example is reckoned at once, its answer is a sentence, figures and a file. */
export function SumBench<Asked, Answer extends { words: string }>(props: {
  of: SumAsked<Asked, Answer>
  example: string
  label: string
  description: string
  source: string
  /** What is asked of the server, or what is wrong with the rows. */
  read: (text: string) => { asked: NoInfer<Asked> } | { problems: string[] }
  facts: (answer: NoInfer<Answer>, asked: NoInfer<Asked>) => [name: string, value: string][]
  file: string
  rows: (answer: NoInfer<Answer>, asked: NoInfer<Asked>) => Row[]
  /** Besides the columns. */
  children?: ReactNode
  /** Drawn below the figures. */
  drawing?: (answer: NoInfer<Answer>, asked: NoInfer<Asked>) => ReactNode
}) {
  const { of, example, label, description, source, read, facts, file, rows, children, drawing } = props
  const [text, setText] = useState(example)
  const { ask, answer, problem, busy, refuse } = of
  const submit = () => {
    const found = read(text)
    if ('problems' in found) return refuse(new Error(found.problems.slice(0, 5).join(' ')))
    void ask(found.asked)
  }
  useEffect(() => {
    const found = read(example)
    if ('asked' in found) void ask(found.asked)
    // The example once, at the start; what is typed is reckoned when asked for.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  return (
    <div className={classes.columns}>
      <PasteForm
        label={label}
        description={description}
        value={text}
        onChange={setText}
        onSubmit={submit}
        problem={problem}
        busy={busy}
        source={source}
      >
        {children}
      </PasteForm>
      <div aria-live="polite">
        {answer && (
          <>
            <p className={classes.words}>{answer.answer.words}</p>
            <FactList facts={facts(answer.answer, answer.asked)} />
            {drawing?.(answer.answer, answer.asked)}
            <Button
              size="compact-sm"
              variant="default"
              mt="sm"
              onClick={() => downloadCsv(file, rows(answer.answer, answer.asked))}
            >
              Download CSV
            </Button>
          </>
        )}
      </div>
    </div>
  )
}
