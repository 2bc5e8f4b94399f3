import { Button, Textarea } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import type { CheckSheet, CheckStep, StepResult, RecordStep } from '@diatribon/contract'
import { againstLimits, given } from '@diatribon/core'
import { ListenButton } from '../ui/ListenButton.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction, type FormAction } from '../session/useAction.ts'
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
    return <Kept head={head} result={result} sheet={sheet} step={step} setAgain={setAgain} onNext={onNext} />
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
        if (step.kind === 'measure' && value !== undefined) void keep({ value, unit: given(step.unit) }, isOut(value))
        if (step.kind === 'text' && text.trim()) void keep({ text: text.trim() }, false)
      }}
    >
      {step.kind === 'tick' && <TickField busy={busy} disabled={disabled} keep={keep} />}
      {step.kind === 'choose' && <ChoiceField step={step} busy={busy} disabled={disabled} keep={keep} />}
      {step.kind === 'measure' && (
        <MeasureField
          step={step}
          limits={limits}
          value={value}
          setValue={setValue}
          fields={fields}
          disabled={disabled}
          busy={busy}
        />
      )}
      {step.kind === 'text' && (
        <TextField step={step} text={text} setText={setText} fields={fields} busy={busy} disabled={disabled} />
      )}
      {photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={photos} />
        </div>
      )}
      <Problem error={problem} />
      <Buttons
        step={step}
        photos={photos}
        busy={busy}
        keep={keep}
        setPhotos={setPhotos}
        note={note}
        setNote={setNote}
        onSkip={onSkip}
      />
      {note !== null && <NoteField note={note} setNote={setNote} />}
    </form>
  )
}

function Kept(props: {
  head: ReactNode
  result: StepResult
  sheet: CheckSheet
  step: CheckStep
  setAgain: (value: boolean) => void
  onNext: (() => void) | null
}) {
  const { head, result, sheet, step, setAgain, onNext } = props
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
}

function TickField({
  busy,
  disabled,
  keep,
}: {
  busy: boolean
  disabled: boolean
  keep: (found: Partial<Omit<RecordStep, 'key' | 'at'> & { at?: string | undefined }>, isOut: boolean) => Promise<void>
}) {
  return (
    <div className={`${classes.big} ${classes.two}`}>
      <Button size="lg" loading={busy} disabled={disabled} onClick={() => void keep({ done: true }, false)}>
        In order
      </Button>
      <Button size="lg" variant="default" disabled={busy || disabled} onClick={() => void keep({ done: false }, true)}>
        Not in order
      </Button>
    </div>
  )
}

function ChoiceField(props: {
  step: CheckStep
  busy: boolean
  disabled: boolean
  keep: (found: Partial<Omit<RecordStep, 'key' | 'at'> & { at?: string | undefined }>, isOut: boolean) => Promise<void>
}) {
  const { step, busy, disabled, keep } = props
  return (
    <div className={classes.big} role="group" aria-label={step.title}>
      {given(step.choices).map(({ words, isBad }) => (
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
  )
}

function MeasureField(props: {
  step: CheckStep
  limits: string | null
  value: number | undefined
  setValue: (value: number | undefined) => void
  fields: Record<string, string>
  disabled: boolean
  busy: boolean
}) {
  const { step, limits, value, setValue, fields, disabled, busy } = props
  return (
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
  )
}

function TextField(props: {
  step: CheckStep
  text: string
  setText: (value: string) => void
  fields: Record<string, string>
  busy: boolean
  disabled: boolean
}) {
  const { step, text, setText, fields, busy, disabled } = props
  return (
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
  )
}

function Buttons(props: {
  step: CheckStep
  photos: string[]
  busy: boolean
  keep: (found: Partial<Omit<RecordStep, 'at' | 'key'> & { at?: string | undefined }>, isOut: boolean) => Promise<void>
  setPhotos: (value: string[]) => void
  note: string | null
  setNote: (value: string | null) => void
  onSkip: (() => void) | null
}) {
  const { step, photos, busy, keep, setPhotos, note, setNote, onSkip } = props
  return (
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
  )
}

function NoteField({ note, setNote }: { note: string; setNote: (value: string | null) => void }) {
  return (
    <Textarea
      label="Note, kept with the result"
      mt="sm"
      autosize
      maxLength={2000}
      value={note}
      onChange={(e) => setNote(e.currentTarget.value)}
    />
  )
}
