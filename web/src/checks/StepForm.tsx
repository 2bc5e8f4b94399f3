import { Button, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { CheckSheet, CheckStep } from '@diatribon/contract'
import { againstLimits } from '@diatribon/core'
import { ListenButton } from '../bench/ListenButton.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction, type FormAction } from '../ui/useAction.ts'
import classes from './Check.module.css'
import { ConfirmState } from './ConfirmState.tsx'
import { OutOfLimit } from './OutOfLimit.tsx'
import { PhotoButton, Photos } from '../ui/PhotoButton.tsx'
import { resultWords } from './resultWords.ts'
import { limitWords, resultOf, stateToConfirm } from './sheetResults.ts'

type Found = Partial<Extract<FormAction, { kind: 'record-step' }>>

/** One step: what to do, and what was found, with buttons that a glove can hit. */
export function StepForm(props: {
  sheet: CheckSheet
  step: CheckStep
  /** null where all steps stand on one screen. */
  onNext: (() => void) | null
  /** The state that it needs is asked for at another step of the screen. */
  isAskedElsewhere?: boolean
}) {
  const { sheet, step, onNext, isAskedElsewhere = false } = props
  const result = resultOf(sheet, step.id)
  const [again, setAgain] = useState(false)
  const missing = stateToConfirm(sheet, step)
  const head = (
    <>
      <h2>{step.title}</h2>
      {step.how && <p>{step.how}</p>}
      {step.caution && <CautionBox words={[step.caution]} />}
    </>
  )
  if (missing && !sheet.outcome)
    return (
      <>
        {head}
        {isAskedElsewhere ? (
          <p className="quiet">Waits until it is confirmed above that the printer is {missing}.</p>
        ) : (
          <ConfirmState sheet={sheet} state={missing} />
        )}
      </>
    )
  if (result && !again)
    return (
      <>
        {head}
        <p className={result.isOut ? classes.out : classes.found}>
          <b>{resultWords(result)}</b> <span className="quiet">{result.who}</span>
          {result.note && <span> {result.note}</span>}
        </p>
        {result.photos.length > 0 && (
          <div className={classes.photos}>
            <Photos ids={result.photos} />
          </div>
        )}
        {result.isOut && !sheet.outcome && (
          <OutOfLimit key={result.seq} sheet={sheet} step={step} result={result} onAgain={() => setAgain(true)} />
        )}
        <div className={classes.bottom}>
          {onNext && <Button onClick={onNext}>Go on</Button>}
          {!sheet.outcome && (
            <Button variant="default" onClick={() => setAgain(true)}>
              {step.kind === 'measure' ? 'Measure again' : 'Do it again'}
            </Button>
          )}
        </div>
      </>
    )
  return (
    <>
      {head}
      <Finding sheet={sheet} step={step} onKept={(isOut) => (setAgain(false), isOut || onNext?.())} onSkip={onNext} />
    </>
  )
}

function Finding(props: {
  sheet: CheckSheet
  step: CheckStep
  onKept: (isOut: boolean) => void
  onSkip: (() => void) | null
}) {
  const { sheet, step, onKept, onSkip } = props
  const { submit, problem, fields, busy } = useAction(null, () => undefined)
  const [value, setValue] = useState<number>()
  const [text, setText] = useState('')
  const [note, setNote] = useState<string | null>(null)
  const [photos, setPhotos] = useState<string[]>([])
  const disabled = !sheet.mayDo.may
  const keep = async (found: Found, isOut: boolean) => {
    const kept = await submit({
      kind: 'record-step',
      printerId: sheet.printer.id,
      sheetId: sheet.id,
      stepId: step.id,
      ...(note?.trim() ? { note: note.trim() } : {}),
      ...(photos.length > 0 ? { photos } : {}),
      ...found,
    })
    if (kept) onKept(isOut)
  }
  const isOut = (figure: number) =>
    againstLimits(figure, { lower: step.lower ?? null, upper: step.upper ?? null }) !== 'inside'
  const limits = limitWords(step)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        if (step.kind === 'measure' && value !== undefined) void keep({ value, unit: step.unit! }, isOut(value))
        if (step.kind === 'text' && text.trim()) void keep({ text: text.trim() }, false)
      }}
    >
      {step.kind === 'tick' && (
        <div className={`${classes.big} ${classes.two}`}>
          <Button size="lg" loading={busy} disabled={disabled} onClick={() => void keep({ done: true }, false)}>
            In order
          </Button>
          <Button
            size="lg"
            variant="default"
            disabled={busy || disabled}
            onClick={() => void keep({ done: false }, true)}
          >
            Not in order
          </Button>
        </div>
      )}
      {step.kind === 'choose' && (
        <div className={classes.big} role="group" aria-label={step.title}>
          {step.choices!.map(({ words, isBad }) => (
            <Button
              key={words}
              size="lg"
              variant="default"
              disabled={busy || disabled}
              onClick={() => void keep({ choice: words }, isBad)}
            >
              {words}
            </Button>
          ))}
        </div>
      )}
      {step.kind === 'measure' && (
        <>
          <FigureField
            label={`${step.title}, in ${step.unit}`}
            description={limits ? `Should be ${limits}` : undefined}
            size="xl"
            value={value}
            onChange={setValue}
            error={fields.value}
            disabled={disabled}
          />
          {step.unit === 'Hz' && <ListenButton onPitch={(hz) => setValue(Math.round(hz * 10) / 10)} />}
          <div className={classes.bottom}>
            <Button type="submit" size="lg" loading={busy} disabled={disabled || value === undefined}>
              Keep
            </Button>
          </div>
        </>
      )}
      {step.kind === 'text' && (
        <>
          <Textarea
            label={step.title}
            autosize
            minRows={3}
            maxLength={4000}
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
            error={fields.text}
          />
          <div className={classes.bottom}>
            <Button type="submit" size="lg" loading={busy} disabled={disabled || !text.trim()}>
              Keep
            </Button>
          </div>
        </>
      )}
      {photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={photos} />
        </div>
      )}
      <Problem error={problem} />
      <div className={classes.bottom}>
        {step.kind === 'photo' && photos.length > 0 && (
          <Button loading={busy} onClick={() => void keep({ photos }, false)}>
            Keep
          </Button>
        )}
        <PhotoButton
          label={photos.length > 0 ? 'Another photo' : step.kind === 'photo' ? 'Take the photo' : 'Add a photo'}
          onPhoto={({ id }) => setPhotos([...photos, id])}
        />
        {note === null ? (
          <Button variant="subtle" onClick={() => setNote('')}>
            Add a note
          </Button>
        ) : null}
        {step.optional && onSkip && (
          <Button variant="subtle" onClick={onSkip}>
            Leave it out
          </Button>
        )}
      </div>
      {note !== null && (
        <Textarea
          label="Note, kept with the result"
          mt="sm"
          autosize
          maxLength={2000}
          value={note}
          onChange={(e) => setNote(e.currentTarget.value)}
        />
      )}
    </form>
  )
}
