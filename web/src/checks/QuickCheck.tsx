import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { CheckSheet, CheckStep, StepResult } from '@diatribon/contract'
import { Problem } from '../ui/Problem.tsx'
import { useAction, type FormAction } from '../session/useAction.ts'
import classes from './Check.module.css'
import { OutOfLimit } from './OutOfLimit.tsx'
import { QuickSteps } from './QuickSteps.tsx'
import { resultOf } from './sheetResults.ts'

/** The look before a print: everything on one screen, one press when all is well. */
export function QuickCheck({ sheet }: { sheet: CheckSheet }) {
  const navigate = useNavigate()
  const { printer, content } = sheet
  const { steps } = content
  const [bad, setBad] = useState<string[]>([])
  const { submit, problem, busy } = useAction(null, () => undefined)
  const leave = useAction(`${content.name}: done`, () => void navigate(`/printers/${printer.id}`))
  const of = { printerId: printer.id, sheetId: sheet.id }
  const record = (): FormAction[] =>
    steps
      .filter(({ id }) => !resultOf(sheet, id) || given(resultOf(sheet, id)).done === bad.includes(id))
      .map(({ id }) => ({ kind: 'record-step', ...of, stepId: id, done: !bad.includes(id) }))
  const finish: FormAction = { kind: 'finish-check', ...of }
  const out = steps.flatMap((step) => {
    const result = resultOf(sheet, step.id)
    return result?.isOut ? [{ step, result }] : []
  })
  return (
    <div className={classes.sheet}>
      {out.length === 0 ? (
        <>
          <QuickSteps steps={steps} bad={bad} onChange={setBad} />
          <Problem error={problem ?? leave.problem} />
          <div className={classes.big}>
            {bad.length === 0 ? (
              <Button
                size="xl"
                loading={leave.busy}
                disabled={!sheet.mayDo.may}
                onClick={() => void leave.submit([...record(), finish])}
              >
                All is well
              </Button>
            ) : (
              <Button size="xl" loading={busy} disabled={!sheet.mayDo.may} onClick={() => void submit(record())}>
                Keep: {bad.length} not good
              </Button>
            )}
          </div>
        </>
      ) : (
        <>
          <NotInOrder out={out} sheet={sheet} submit={submit} of={of} />
          <Problem error={problem ?? leave.problem} />
          <div className={classes.big}>
            <Button
              size="xl"
              loading={leave.busy}
              disabled={!sheet.mayDo.may}
              onClick={() => void leave.submit(finish)}
            >
              Finish the check
            </Button>
          </div>
        </>
      )}
    </div>
  )
}

function NotInOrder({
  out,
  sheet,
  submit,
  of,
}: {
  out: { step: CheckStep; result: StepResult }[]
  sheet: CheckSheet
  submit: (asked: FormAction | FormAction[]) => Promise<boolean>
  of: { printerId: string; sheetId: string }
}) {
  return (
    <>
      {out.map(({ step, result }) => (
        <div key={step.id}>
          <b>{step.title}</b>
          <OutOfLimit
            sheet={sheet}
            step={step}
            result={result}
            onAgain={() => void submit({ kind: 'record-step', ...of, stepId: step.id, done: true })}
          />
        </div>
      ))}
    </>
  )
}
