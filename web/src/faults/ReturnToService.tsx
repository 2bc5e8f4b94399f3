import { given } from '@diatribon/core'
import { Button, Checkbox, Textarea } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { MayDo, PrinterHead, ReturnLine } from '@diatribon/contract'
import { useBeginCheck } from '../checks/useBeginCheck.ts'
import { hereFirst, Lacking } from '../forms/useHandsOn.tsx'
import { HoldForm } from '../forms/HoldForm.tsx'
import { useDraft } from '../forms/useDraft.ts'
import { useSession, type May } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction, type FormAction } from '../session/useAction.ts'
import { moment } from '../ui/words.ts'
import classes from './Faults.module.css'
import { TestPrintForm } from './TestPrintForm.tsx'
import { useReturn } from '../reads/faults.ts'

/** What must be done before a held printer is used again: lines to do, to wait for or to waive, and then the release. */
export function ReturnToService({ printer }: { printer: PrinterHead }) {
  const { may } = useSession()
  const { data: back } = useReturn(printer.id)
  const [waiving, setWaiving] = useState<ReturnLine | null>(null)
  const [doing, setDoing] = useState<'print' | 'release' | null>(null)
  // A stop alone is told by its fault, which stands below with the way to lift it.
  if (!back || printer.state === 'stopped' || (back.lines.length === 0 && printer.state !== 'on hold')) return null
  const stopped = back.lines.some(({ kind, state }) => kind === 'fault' && state === 'open')
  const left = back.lines.filter(({ state }) => state === 'open').length
  const cautions = [...new Set(back.lines.flatMap(({ state, caution }) => (state === 'open' ? (caution ?? []) : [])))]
  return (
    <section aria-labelledby="back" className={classes.back}>
      <h2 id="back">Back to service</h2>
      {back.lines.length === 0 ? (
        <p>Nothing was changed while it is on hold. It can be released when its reason is gone.</p>
      ) : left === 0 ? (
        <p>Everything is done or waived. It can be released.</p>
      ) : (
        <p>
          {left} of {back.lines.length} still to be done.{' '}
          {printer.state === 'on hold' && 'Until then it stays on hold.'}
        </p>
      )}
      <CautionBox words={cautions} />
      <ul className={classes.lines}>
        {back.lines.map((line) => (
          <Line
            key={line.item}
            line={line}
            stopped={stopped}
            printer={printer}
            onWaive={setWaiving}
            onPrint={() => setDoing('print')}
          />
        ))}
      </ul>
      {printer.state === 'on hold' && (
        <div className={classes.acts}>
          {may('release a printer') && (
            <Button size="md" disabled={!back.isClear} onClick={() => setDoing('release')}>
              Release
            </Button>
          )}
          <Button variant="default" component="a" href={`/api/reports/hold-tag/${printer.id}`} target="_blank">
            Tag to hang on it (PDF)
          </Button>
        </div>
      )}
      {waiving && <WaiveForm line={waiving} printer={printer} onClose={() => setWaiving(null)} />}
      {doing === 'print' && <TestPrintForm printer={printer} onClose={() => setDoing(null)} />}
      {doing === 'release' && <HoldForm printer={printer} onClose={() => setDoing(null)} />}
    </section>
  )
}

function Line(props: {
  line: ReturnLine
  /** A fault stops it: what heats or moves it comes after that. */
  stopped: boolean
  printer: PrinterHead
  onWaive: (line: ReturnLine) => void
  onPrint: () => void
}) {
  const { line, stopped, printer, onWaive, onPrint } = props
  const { may, site } = useSession()
  const { submit, problem, busy } = useAction(null, () => undefined)
  const { item, kind, words, after, until, state, by, mayDo } = line
  const tick = () => void submit({ kind: 'settle-return', printerId: printer.id, item, words })
  const when = until && moment(until, site.timeZone)
  const mayWaive =
    may('waive a return line') && kind !== 'guard' && kind !== 'fault' && (mayDo.may || line.signOff !== 'mains')
  return (
    <li className={classes.line} data-state={state}>
      <div>
        <StateSign state={state} /> <b>{words.charAt(0).toUpperCase() + words.slice(1)}</b>{' '}
        <span className="quiet">
          {kind === 'test print' ? 'the same test piece as before, after all changes' : `because of: ${after}`}
          {kind === 'wait' && when && `, until ${when}`}
        </span>
        {by && (
          <div className="quiet">
            {state === 'waived' ? 'waived by' : 'by'} {by.who}, {moment(by.at, site.timeZone)}
            {by.reason && `: ${by.reason}`}
          </div>
        )}
        {state === 'open' && kind !== 'fault' && kind !== 'wait' && !mayDo.may && (
          <Lacking signOffs={[line.signOff]} askOneOf={hereFirst(mayDo)} />
        )}
        <Problem error={problem} />
      </div>
      {state === 'open' && stopped && (kind === 'check' || kind === 'test print') && (
        <span className="quiet">once its fault is closed</span>
      )}
      {state === 'open' && !(stopped && (kind === 'check' || kind === 'test print')) && (
        <LineActs
          kind={kind}
          mayDo={mayDo}
          may={may}
          busy={busy}
          tick={tick}
          words={words}
          line={line}
          printer={printer}
          onPrint={onPrint}
          submit={submit}
          item={item}
          mayWaive={mayWaive}
          onWaive={onWaive}
        />
      )}
    </li>
  )
}

/** Begins the check, or goes on with it. */
function CheckButton({ line, printerId }: { line: ReturnLine; printerId: string }) {
  const { begin, problem, busy } = useBeginCheck(printerId)
  const { openSheetId, checkTypeId, words } = line
  if (openSheetId)
    return (
      <Button size="sm" component={Link} to={`/check/${openSheetId}`} aria-label={`Go on: ${words}`}>
        Go on
      </Button>
    )
  return (
    <>
      <Button size="sm" loading={busy} aria-label={`Begin: ${words}`} onClick={() => void begin(given(checkTypeId))}>
        Begin
      </Button>
      <Problem error={problem} />
    </>
  )
}

function StateSign({ state }: { state: ReturnLine['state'] }) {
  const shape = { open: 'M2 2 H12 V12 H2 Z', done: 'M1 7 L5 11 L13 2', waived: 'M2 7 H12' }[state]
  return (
    <svg width="14" height="14" viewBox="0 0 14 14" role="img" aria-label={state} style={{ verticalAlign: '-0.1em' }}>
      <path d={shape} fill="none" stroke="currentColor" strokeWidth="2" />
    </svg>
  )
}

function WaiveForm({ line, printer, onClose }: { line: ReturnLine; printer: PrinterHead; onClose: () => void }) {
  const { item, words: what } = line
  const { words, tick, sheet } = useDraft(
    { waived: '', isSure: false },
    { kind: 'settle-return', done: 'Waived', onClose },
  )
  return (
    <ActionDialog
      title={`Waive: ${what}`}
      verb="Waive"
      {...sheet(({ waived }) => ({ kind: 'settle-return', printerId: printer.id, item, words: what, waived }))}
    >
      <p style={{ marginTop: 0 }}>
        {printer.name} would be used without this. Your name and the reason stand in the book.
      </p>
      <Textarea label="Why need it not be done?" autosize minRows={2} data-autofocus {...words('waived')} required />
      <Checkbox mt="sm" size="md" required label="I have looked at it and answer for it" {...tick('isSure')} />
    </ActionDialog>
  )
}

function LineActs(props: {
  kind: 'check' | 'fault' | 'also' | 'guard' | 'wait' | 'test print'
  mayDo: MayDo
  may: May
  busy: boolean
  tick: () => undefined
  words: string
  line: ReturnLine
  printer: PrinterHead
  onPrint: () => void
  submit: (asked: FormAction | FormAction[]) => Promise<boolean>
  item: string
  mayWaive: boolean
  onWaive: (line: ReturnLine) => void
}) {
  const { kind, mayDo, may, busy, tick, words, line, printer, onPrint, submit, item, mayWaive, onWaive } = props
  return (
    <div className={classes.lineActs}>
      {kind === 'also' && mayDo.may && may('work on faults') && (
        <Button size="sm" loading={busy} onClick={tick} aria-label={`Done: ${words}`}>
          Done
        </Button>
      )}
      {kind === 'check' && mayDo.may && <CheckButton line={line} printerId={printer.id} />}
      {kind === 'test print' && may('work on faults') && (
        <Button size="sm" onClick={onPrint}>
          Passed or not
        </Button>
      )}
      {kind === 'guard' && may('remove guards') && (
        <Button
          size="sm"
          loading={busy}
          onClick={() =>
            void submit({ kind: 'refit-guard', printerId: printer.id, guardId: item.slice('guard '.length) })
          }
        >
          It is back on
        </Button>
      )}
      {kind === 'fault' && (
        <Button size="sm" variant="default" component={Link} to={`/faults/${item.slice('fault '.length)}`}>
          To the fault
        </Button>
      )}
      {mayWaive && (
        <Button size="sm" variant="subtle" onClick={() => onWaive(line)} aria-label={`Waive: ${words}`}>
          Waive
        </Button>
      )}
    </div>
  )
}
