import { Button, Textarea } from '@mantine/core'
import type { CheckSheet, CheckStep } from '@diatribon/contract'
import { againstLimits, given } from '@diatribon/core'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import type { FormAction } from '../session/useAction.ts'
import { FigureField } from '../ui/figures.tsx'
import { ListenButton } from '../ui/ListenButton.tsx'
import { PhotoButton, Photos } from '../ui/PhotoButton.tsx'
import { Problem } from '../ui/Problem.tsx'
import classes from './Check.module.css'
import { limitWords } from './sheetResults.ts'

type Found = Partial<Extract<FormAction, { kind: 'record-step' }>>

/** What was found at a step: a tick and a choice are kept as they are pressed, figures, words and photos once they are there. */
export function Finding(props: {
  sheet: CheckSheet
  step: CheckStep
  onKept: (isOut: boolean) => void
  onSkip: (() => void) | null
}) {
  const { step, onSkip } = props
  const finding = useFinding(props)
  const { draft } = finding.form
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        const typed = finding.typed()
        if (typed) finding.keep(typed)
      }}
    >
      {step.kind === 'tick' && <TickField finding={finding} />}
      {step.kind === 'choose' && <ChoiceField step={step} finding={finding} />}
      {step.kind === 'measure' && <MeasureField step={step} finding={finding} />}
      {step.kind === 'text' && <Textarea label={step.title} autosize minRows={3} {...finding.form.words('text')} />}
      {draft.photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={draft.photos} />
        </div>
      )}
      <Problem error={finding.form.problem} />
      <Buttons step={step} finding={finding} onSkip={onSkip} />
      {draft.note !== null && (
        <Textarea
          label="Note, kept with the result"
          mt="sm"
          autosize
          maxLength={2000}
          value={draft.note}
          onChange={({ currentTarget }) => finding.form.set('note', currentTarget.value)}
        />
      )}
    </form>
  )
}

type FindingHere = ReturnType<typeof useFinding>

function useFinding(of: { sheet: CheckSheet; step: CheckStep; onKept: (isOut: boolean) => void }) {
  const { sheet, step, onKept } = of
  const begun = {
    value: undefined as number | undefined,
    text: '',
    note: null as string | null,
    photos: [] as string[],
  }
  const form = useDraft(begun, { kind: 'record-step', done: null, onClose: () => undefined })
  const { value, text, note, photos } = form.draft
  const limits = { lower: step.lower ?? null, upper: step.upper ?? null }
  return {
    form,
    disabled: !sheet.mayDo.may,
    /** What the fields hold, if it is something. */
    typed: (): Found | null => {
      if (step.kind === 'measure' && value !== undefined) return { value, unit: given(step.unit) }
      if (step.kind === 'text' && text.trim()) return { text: text.trim() }
      return step.kind === 'photo' && photos.length > 0 ? { photos } : null
    },
    keep: (found: Found) => {
      const isBad = step.choices?.some(({ words, isBad }) => isBad && words === found.choice)
      const isOut = found.value !== undefined && againstLimits(found.value, limits) !== 'inside'
      void form
        .send({
          kind: 'record-step',
          printerId: sheet.printer.id,
          sheetId: sheet.id,
          stepId: step.id,
          ...told({ note: note ?? '', photos }),
          ...found,
        })
        .then((kept) => kept && onKept(found.done === false || isBad === true || isOut))
    },
  }
}

function TickField({ finding }: { finding: FindingHere }) {
  const { form, disabled, keep } = finding
  return (
    <div className={`${classes.big} ${classes.two}`}>
      <Button size="lg" loading={form.busy} disabled={disabled} onClick={() => keep({ done: true })}>
        In order
      </Button>
      <Button size="lg" variant="default" disabled={form.busy || disabled} onClick={() => keep({ done: false })}>
        Not in order
      </Button>
    </div>
  )
}

function ChoiceField({ step, finding }: { step: CheckStep; finding: FindingHere }) {
  const { form, disabled, keep } = finding
  return (
    <div className={classes.big} role="group" aria-label={step.title}>
      {given(step.choices).map(({ words }) => (
        <Button
          key={words}
          size="lg"
          variant="default"
          disabled={form.busy || disabled}
          onClick={() => keep({ choice: words })}
        >
          {words}
        </Button>
      ))}
    </div>
  )
}

function MeasureField({ step, finding }: { step: CheckStep; finding: FindingHere }) {
  const { form, disabled } = finding
  const limits = limitWords(step)
  return (
    <>
      <FigureField
        label={`${step.title}, in ${step.unit}`}
        description={limits ? `Should be ${limits}` : undefined}
        size="xl"
        disabled={disabled}
        {...form.figure('value')}
      />
      {step.unit === 'Hz' && <ListenButton onPitch={(hz) => form.set('value', Math.round(hz * 10) / 10)} />}
    </>
  )
}

function Buttons(props: { step: CheckStep; finding: FindingHere; onSkip: (() => void) | null }) {
  const { step, finding, onSkip } = props
  const { form, disabled, typed } = finding
  const { photos, note } = form.draft
  const isTyped = step.kind === 'measure' || step.kind === 'text'
  return (
    <div className={classes.bottom}>
      {(isTyped || (step.kind === 'photo' && photos.length > 0)) && (
        <Button type="submit" size="lg" loading={form.busy} disabled={disabled || !typed()}>
          Keep
        </Button>
      )}
      <PhotoButton
        label={photos.length > 0 ? 'Another photo' : step.kind === 'photo' ? 'Take the photo' : 'Add a photo'}
        onPhoto={({ id }) => form.set('photos', (before) => [...before, id])}
      />
      {note === null && (
        <Button variant="subtle" onClick={() => form.set('note', '')}>
          Add a note
        </Button>
      )}
      {step.optional && onSkip && (
        <Button variant="subtle" onClick={onSkip}>
          Leave it out
        </Button>
      )}
    </div>
  )
}
