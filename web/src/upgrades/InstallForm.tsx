import { Checkbox, Select } from '@mantine/core'
import { useState } from 'react'
import { removalReasons, type PrinterPage, type RemovalReason, type UpgradePage } from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { usePartTypes } from '../parts/reads.ts'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { usePrinter } from '../printers/reads.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { NoteField } from '../ui/NoteField.tsx'
import { useAction } from '../ui/useAction.ts'
import { kindsTouched } from './kindsTouched.ts'
import { useCandidates } from './reads.ts'
import { stepWords } from './stepWords.ts'

/** A design is installed on a printer, which then waits to be released. */
export function InstallForm(props: { page: UpgradePage; printerId: string | null; onClose: () => void }) {
  const { page, printerId: first, onClose } = props
  const { content, version, id: upgradeId } = page.line
  const [printerId, setPrinter] = useState(first)
  const { data: candidates = [], error } = useCandidates(upgradeId)
  const { data: printer } = usePrinter(printerId)
  const { submit, problem, fields, busy } = useAction(`${content.name} installed`, onClose)
  const kinds = kindsTouched(content.steps, printer?.slots ?? [])
  const hands = useHandsOn(printerId ? kinds : [], printer?.modelId, content.signOffs)
  const [reasons, setReasons] = useState<Record<string, RemovalReason>>({})
  const [minutes, setMinutes] = useState<number | undefined>(content.minutes)
  const [alreadyBack, setAlreadyBack] = useState(false)
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  return (
    <ActionDialog
      title={`Install: ${content.name}`}
      verb="Install"
      busy={busy}
      problem={missing ? new Error(missing) : (problem ?? error)}
      onClose={onClose}
      onSubmit={() => {
        if (!printerId) return setMissing('Choose the printer.')
        if (!hands.isReady) return setMissing(hands.notReady)
        setMissing(null)
        void submit({
          kind: 'install-upgrade',
          printerId,
          changeId: newKey(),
          upgradeId,
          version,
          ...(Object.keys(reasons).length > 0 ? { removalReasons: reasons } : {}),
          ...(minutes === undefined ? {} : { minutes }),
          ...(alreadyBack ? { alreadyBack } : {}),
          ...hands.confirmed,
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(at ? { at } : {}),
        })
      }}
    >
      <Select
        label="Printer"
        required
        searchable
        data={candidates
          .filter(({ has }) => !has)
          .map(({ id, place, name, model }) => ({ value: id, label: `${place} ${name} (${model})` }))}
        value={printerId}
        onChange={setPrinter}
        error={fields.printerId}
        data-autofocus={first === null || undefined}
      />
      <CautionBox words={content.cautions} />
      {content.guard && <CautionBox words={[`This takes off: ${content.guard.removes}. ${content.guard.riskNote}`]} />}
      {printerId && <Caution slotKinds={kinds} />}
      {hands.field}
      <WhatChanges page={page} printer={printer} reasons={reasons} setReasons={setReasons} />
      <FigureField label="Minutes it took" min={0} value={minutes} onChange={setMinutes} error={fields.minutes} />
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
      {at && (
        <Checkbox
          mt="sm"
          size="md"
          label="It has been in service since: no hold"
          checked={alreadyBack}
          onChange={({ currentTarget }) => setAlreadyBack(currentTarget.checked)}
        />
      )}
      {!alreadyBack && (
        <p className="quiet">The printer goes on hold until what this upsets is put right and it is released.</p>
      )}
    </ActionDialog>
  )
}

function WhatChanges(props: {
  page: UpgradePage
  printer: PrinterPage | undefined
  reasons: Record<string, RemovalReason>
  setReasons: (reasons: Record<string, RemovalReason>) => void
}) {
  const { page, printer, reasons, setReasons } = props
  const { data: catalogue = [] } = usePartTypes()
  const name = (id: string) => catalogue.find((one) => one.id === id)?.name ?? 'a part'
  const { steps } = page.line.content
  if (steps.length === 0) return null
  return (
    <>
      <h3>What changes</h3>
      <ul>
        {steps.map((step, i) => {
          const slot = step.kind === 'set limit' ? null : step.slot
          const out = printer?.slots.find((one) => one.name.toLowerCase() === slot?.toLowerCase())?.duty
          return (
            <li key={i}>
              {stepWords(step, name)}
              {out && slot && (
                <Select
                  label={`${out.partType.name} comes out, because it was`}
                  data={[...removalReasons]}
                  value={reasons[slot] ?? 'upgraded'}
                  onChange={(value) => setReasons({ ...reasons, [slot]: value as RemovalReason })}
                  allowDeselect={false}
                  mb="xs"
                />
              )}
            </li>
          )
        })}
      </ul>
    </>
  )
}
