import { Checkbox, Select } from '@mantine/core'
import { useState } from 'react'
import { heatsOrMoves, type FaultPage, type FaultTest, type OfferedTest } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { useAction } from '../ui/useAction.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** What a test showed; where hands come near heat or mains, the cautions are confirmed with it. */
export function TestForm(props: { page: FaultPage; offered: OfferedTest; outcome: string; onClose: () => void }) {
  const { page, offered, outcome: first, onClose } = props
  const { test } = offered
  const { submit, problem, fields, busy } = useAction(null, onClose)
  const [outcome, setOutcome] = useState<string>(first)
  const [sisterId, setSister] = useState<string | null>(null)
  const [note, setNote] = useState('')
  const [confirmed, setConfirmed] = useState(false)
  const careful = heatsOrMoves(test.state) || test.state === 'unplugged' || test.signOff !== null
  return (
    <ActionDialog
      title={test.name}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'record-test',
          printerId: page.printer.id,
          faultId: page.fault.id,
          testId: test.id,
          outcome,
          ...(sisterId ? { sisterId } : {}),
          ...(careful && confirmed ? { confirmed: true } : {}),
          ...(note.trim() ? { note: note.trim() } : {}),
        })
      }
    >
      <p style={{ marginTop: 0 }}>{test.how}</p>
      <CautionBox words={test.caution ? [test.caution] : []} />
      {careful && (
        <Checkbox
          mt="sm"
          size="md"
          required
          label={`I have read the cautions${test.state === 'any' ? '' : test.state === 'moving' ? ', and kept clear of what moves' : `, and the printer was ${test.state}`}. This is written in the book.`}
          checked={confirmed}
          onChange={({ currentTarget }) => setConfirmed(currentTarget.checked)}
        />
      )}
      <OutcomeFields
        test={test}
        page={page}
        sisterId={sisterId}
        setSister={setSister}
        fields={fields}
        outcome={outcome}
        setOutcome={setOutcome}
        note={note}
        setNote={setNote}
      />
    </ActionDialog>
  )
}

function OutcomeFields(props: {
  test: FaultTest
  page: FaultPage
  sisterId: string | null
  setSister: (value: string | null) => void
  fields: Record<string, string>
  outcome: string
  setOutcome: (value: string) => void
  note: string
  setNote: (value: string) => void
}) {
  const { test, page, sisterId, setSister, fields, outcome, setOutcome, note, setNote } = props
  return (
    <>
      {test.onSister && (
        <Select
          label="On which printer was the same job run?"
          required
          mt="sm"
          data={page.sisters.map(({ id, name, place }) => ({ value: id, label: `${name}, ${place}` }))}
          value={sisterId}
          onChange={setSister}
          error={fields.sisterId}
        />
      )}
      <Select
        label="What came out?"
        required
        mt="sm"
        data={test.outcomes.map(({ words }) => words)}
        value={outcome}
        onChange={(value) => value && setOutcome(value)}
        allowDeselect={false}
        error={fields.outcome}
      />
      <NoteField value={note} onChange={setNote} error={fields.note} />
    </>
  )
}
