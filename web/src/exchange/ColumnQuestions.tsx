import { Radio, Select } from '@mantine/core'
import type { ColumnAnswer, ColumnQuestion } from '@diatribon/core'
import { cellWords } from './cellWords.ts'
import classes from './Import.module.css'

export interface OpenQuestion {
  /** Ours. */
  column: string
  /** As the file calls it. */
  header: string
  question: ColumnQuestion
}

/** What has to be said about columns before they can be read; nothing is chosen beforehand. */
export function ColumnQuestions({
  open,
  answers,
  onAnswer,
}: {
  open: readonly OpenQuestion[]
  answers: Record<string, ColumnAnswer>
  onAnswer: (column: string, answer: ColumnAnswer) => void
}) {
  return open.map(({ column, header, question }) => {
    const said = answers[column] ?? {}
    switch (question.asks) {
      case 'mark': {
        const { text, asDecimal, asThousands } = question
        const own = text.includes(',') ? ',' : '.'
        return (
          <Choice
            key={column}
            label={`What does “${text}” in the column ${header} mean?`}
            value={said.mark}
            choices={[
              [own, `${asDecimal}: the mark begins the decimals`],
              [own === ',' ? '.' : ',', `${asThousands.toLocaleString('en-GB')}: the mark parts the thousands`],
            ]}
            onChange={(mark) => onAnswer(column, { ...said, mark: mark as ColumnAnswer['mark'] })}
          />
        )
      }
      case 'order':
        return (
          <Choice
            key={column}
            label={`Which day is “${question.text}” in the column ${header}?`}
            value={said.order}
            choices={[
              ['day first', `${cellWords({ kind: 'wall', wall: question.dayFirst }, 'moment')}: the day comes first`],
              [
                'month first',
                `${cellWords({ kind: 'wall', wall: question.monthFirst }, 'moment')}: the month comes first`,
              ],
            ]}
            onChange={(order) => onAnswer(column, { ...said, order: order as ColumnAnswer['order'] })}
          />
        )
      case 'words':
        return (
          <WordsQuestion
            key={column}
            column={column}
            header={header}
            question={question}
            said={said}
            onAnswer={onAnswer}
          />
        )
    }
  })
}

function Choice(props: {
  label: string
  value: string | undefined
  choices: readonly (readonly [value: string, label: string])[]
  onChange: (value: string) => void
}) {
  const { label, value, choices, onChange } = props
  return (
    <Radio.Group
      mt="sm"
      label={label}
      description="The whole column is read in the same way. Nothing is recorded before you say which."
      value={value ?? null}
      onChange={onChange}
    >
      {choices.map(([value, label]) => (
        <Radio key={value} value={value} label={label} size="md" mt={6} />
      ))}
    </Radio.Group>
  )
}

function WordsQuestion(props: {
  column: string
  header: string
  question: { asks: 'words'; words: string[]; choices: readonly string[] }
  said: ColumnAnswer
  onAnswer: (column: string, answer: ColumnAnswer) => void
}) {
  const { column, header, question, said, onAnswer } = props
  return (
    <fieldset className={classes.words}>
      <legend>
        <b>What do these words in the column {header} mean?</b>
      </legend>
      <div className={classes.mapping}>
        {question.words.map((word) => (
          <Select
            key={word}
            label={`“${word}”`}
            placeholder="Choose"
            data={[...question.choices]}
            value={said.words?.[word.toLowerCase()] ?? null}
            allowDeselect={false}
            onChange={(ours) =>
              ours && onAnswer(column, { ...said, words: { ...said.words, [word.toLowerCase()]: ours } })
            }
          />
        ))}
      </div>
    </fieldset>
  )
}
