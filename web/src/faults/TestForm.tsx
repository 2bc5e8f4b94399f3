import { Checkbox, Select } from '@mantine/core'
import { heatsOrMoves, type FaultPage, type OfferedTest } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { NoteField } from '../ui/NoteField.tsx'

/** What a test showed; where hands come near heat or mains, the cautions are confirmed with it. */
export function TestForm(props: { page: FaultPage; offered: OfferedTest; outcome: string; onClose: () => void }) {
  const { page, offered, outcome, onClose } = props
  const { test } = offered
  const { words, choice, oneOf, tick, sheet } = useDraft(
    { outcome, sisterId: null as string | null, note: '', confirmed: false },
    { kind: 'record-test', done: null, onClose },
  )
  const careful = heatsOrMoves(test.state) || test.state === 'unplugged' || test.signOff !== null
  return (
    <ActionDialog
      title={test.name}
      verb="Write it down"
      {...sheet(({ outcome, sisterId, note, confirmed }) => ({
        kind: 'record-test',
        printerId: page.printer.id,
        faultId: page.fault.id,
        testId: test.id,
        outcome,
        ...(careful && confirmed ? { confirmed } : {}),
        ...told({ sisterId: sisterId ?? undefined, note }),
      }))}
    >
      <p style={{ marginTop: 0 }}>{test.how}</p>
      <CautionBox words={test.caution ? [test.caution] : []} />
      {careful && (
        <Checkbox
          mt="sm"
          size="md"
          required
          label={`I have read the cautions${test.state === 'any' ? '' : test.state === 'moving' ? ', and kept clear of what moves' : `, and the printer was ${test.state}`}. This is written in the book.`}
          {...tick('confirmed')}
        />
      )}
      {test.onSister && (
        <Select
          label="On which printer was the same job run?"
          mt="sm"
          data={page.sisters.map(({ id, name, place }) => ({ value: id, label: `${name}, ${place}` }))}
          {...choice('sisterId')}
          required
        />
      )}
      <Select label="What came out?" mt="sm" data={test.outcomes.map((one) => one.words)} {...oneOf('outcome')} />
      <NoteField {...words('note')} />
    </ActionDialog>
  )
}
