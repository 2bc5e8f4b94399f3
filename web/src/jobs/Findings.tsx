import { Radio } from '@mantine/core'
import type { PreflightAnswer } from '@diatribon/contract'
import classes from './JobFilePage.module.css'

type Grade = PreflightAnswer['printers'][number]['findings'][number]['grade']

/** Told by word and shape first, colour second. */
const grades: Record<Grade, { word: string; path: string; colour: string }> = {
  stop: { word: 'Stop', path: 'M2 2 L12 12 M12 2 L2 12', colour: 'var(--overdue)' },
  warn: { word: 'Look again', path: 'M7 1 V9 M7 11.5 V13', colour: 'var(--soon)' },
  note: { word: 'Note', path: 'M3 4 H11 M3 7 H11 M3 10 H8', colour: 'var(--quiet)' },
}

/** Every printer with what speaks against it; what speaks against a stopped one is shown without asking. */
export function Findings(props: {
  printers: PreflightAnswer['printers']
  chosen: string | null
  onChoose: (id: string) => void
}) {
  const { printers, chosen, onChoose } = props
  return (
    <Radio.Group value={chosen} onChange={onChoose} aria-label="Printer">
      <ul className={classes.printers}>
        {printers.map(({ id, name, place, model, findings }) => {
          const stops = findings.filter(({ grade }) => grade === 'stop').length
          const warns = findings.filter(({ grade }) => grade === 'warn').length
          const verdict = stops > 0 ? 'cannot take it' : warns > 0 ? 'can take it; look at the warnings' : 'can take it'
          return (
            <li key={id} className={id === chosen ? classes.chosen : undefined}>
              <Radio
                value={id}
                size="md"
                label={
                  <span>
                    <b>{name}</b> <span className="quiet">{`${place}, ${model}`}</span>: {verdict}
                  </span>
                }
              />
              {(id === chosen ? findings : findings.filter(({ grade }) => grade === 'stop').slice(0, 1)).map(
                ({ grade, code, words }, i) => (
                  <p key={`${code}${i}`} className={classes.finding}>
                    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden>
                      <path d={grades[grade].path} fill="none" stroke={grades[grade].colour} strokeWidth="2.2" />
                    </svg>
                    <span>
                      <b style={{ color: grades[grade].colour }}>{grades[grade].word}.</b> {words}
                    </span>
                  </p>
                ),
              )}
            </li>
          )
        })}
      </ul>
    </Radio.Group>
  )
}
