import { soak, InputProblem } from '@diatribon/core'
import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { number } from '../../ui/words.ts'
import classes from '../Bench.module.css'
import { PrinterField } from '../StoreReading.tsx'
import { type InstrumentProps, attempt, type Answer, Answered } from './HandBench.tsx'
const soakExample = `0 22
2 34
4 42.5
6 48
8 51.9
10 54.5
14 57.4
18 58.8
24 59.5
30 59.8`

/** A log of minutes and temperatures or heights: when is it flat? */
export function SoakBench({ printerId, onPrinter }: InstrumentProps) {
  const [text, setText] = useState(soakExample)
  const answer = attempt((): Answer => {
    const points = readSoakLog(text)
    const found = soak(points)
    return {
      words: (
        <>
          Flat after <b>{number(found.flatAfter, 3)} min</b> (95 % limits {number(found.flatAfterLimits[0], 3)} to{' '}
          {found.flatAfterLimits[1] === null ? 'no upper limit' : number(found.flatAfterLimits[1], 3)}): a twentieth of
          the change is left then.{' '}
          {found.isFlat ? 'The log reaches that far.' : 'The log ends before: what is behind is reckoned, not seen.'}
        </>
      ),
      facts: [
        ['Ends at', number(found.final, 4)],
        ['Time constant', `${number(found.minutesPerE, 3)} min`],
      ],
      values: [{ name: 'soak time', value: found.flatAfter }],
    }
  })
  return (
    <div className={classes.columns}>
      <div>
        <PrinterField value={printerId} onChange={onPrinter} />
        <Textarea
          label="Log: minutes and temperature or height"
          description="One reading a line. The example is made up."
          mt="sm"
          autosize
          minRows={8}
          maxRows={18}
          styles={{ input: { fontFamily: 'monospace' } }}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </div>
      <div aria-live="polite">
        <p className={classes.caution} role="note">
          <b aria-hidden>⚠ </b>Hot: bed. Fire: stay with it, never leave a machine heating unattended.
        </p>
        <Answered answer={answer} printerId={printerId} instrument="Soak" />
        <p className="quiet">
          A first-order lag fitted to the log. A thick or glass bed reads its number long before it is flat.
        </p>
      </div>
    </div>
  )
}

function readSoakLog(text: string) {
  return text
    .split('\n')
    .filter((line) => line.trim())
    .map((line, i) => {
      const [minutes, value, ...rest] = line
        .trim()
        .split(/[\s;,]+/)
        .map(Number)
      if (minutes === undefined || value === undefined || rest.length > 0 || !Number.isFinite(minutes + value))
        throw new InputProblem('impossible-figure', `Line ${i + 1}: write minutes and a figure, such as 10 54.5`)
      return { minutes, value }
    })
}
