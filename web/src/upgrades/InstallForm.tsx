import { Checkbox, Select } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason, type UpgradePage } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { usePrinter } from '../reads/printers.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { NoteField } from '../ui/NoteField.tsx'
import { kindsTouched } from './kindsTouched.ts'
import { useCandidates } from '../reads/upgrades.ts'
import { stepWords } from './stepWords.ts'

type Reasons = Record<string, RemovalReason>

/** A design is installed on a printer, which then waits to be released. */
export function InstallForm(props: { page: UpgradePage; printerId: string | null; onClose: () => void }) {
  const { page, printerId: first, onClose } = props
  const { content, version, id: upgradeId } = page.line
  const { data: candidates = [], error } = useCandidates(upgradeId)
  const { draft, set, words, figure, choice, tick, sheet } = useDraft(
    () => ({
      printerId: first,
      changeId: newKey(),
      reasons: {} as Reasons,
      minutes: content.minutes as number | undefined,
      alreadyBack: false,
      note: '',
      at: undefined as string | undefined,
    }),
    { kind: 'install-upgrade', done: `${content.name} installed`, onClose },
  )
  const { data: printer } = usePrinter(draft.printerId)
  const kinds = kindsTouched(content.steps, printer?.slots ?? [])
  const hands = useHandsOn(draft.printerId ? kinds : [], printer?.modelId, content.signOffs)
  const fields = sheet(({ printerId, changeId, reasons, minutes, alreadyBack, note, at }) => {
    if (!printerId) return 'Choose the printer.'
    if (!hands.isReady) return hands.notReady
    return {
      kind: 'install-upgrade',
      printerId,
      changeId,
      upgradeId,
      version,
      ...(Object.keys(reasons).length > 0 ? { removalReasons: reasons } : {}),
      ...(alreadyBack ? { alreadyBack } : {}),
      ...hands.confirmed,
      ...told({ minutes, note, at }),
    }
  })
  return (
    <ActionDialog title={`Install: ${content.name}`} verb="Install" {...fields} problem={fields.problem ?? error}>
      <Select
        label="Printer"
        searchable
        data={candidates
          .filter(({ has }) => !has)
          .map(({ id, place, name, model }) => ({ value: id, label: `${place} ${name} (${model})` }))}
        data-autofocus={first === null || undefined}
        {...choice('printerId')}
      />
      <CautionBox words={content.cautions} />
      {content.guard && <CautionBox words={[`This takes off: ${content.guard.removes}. ${content.guard.riskNote}`]} />}
      {draft.printerId && <Caution slotKinds={kinds} />}
      {hands.field}
      <WhatChanges
        page={page}
        printer={printer}
        reasons={draft.reasons}
        onReason={(slot, reason) => set('reasons', (before) => ({ ...before, [slot]: reason }))}
      />
      <FigureField label="Minutes it took" {...figure('minutes')} />
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
      {draft.at && (
        <Checkbox mt="sm" size="md" label="It has been in service since: no hold" {...tick('alreadyBack')} />
      )}
      {!draft.alreadyBack && (
        <p className="quiet">The printer goes on hold until what this upsets is put right and it is released.</p>
      )}
    </ActionDialog>
  )
}

function WhatChanges(props: {
  page: UpgradePage
  printer: PrinterPage | undefined
  reasons: Reasons
  onReason: (slot: string, reason: RemovalReason) => void
}) {
  const { page, printer, reasons, onReason } = props
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
                  onChange={(value) => onReason(slot, value as RemovalReason)}
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
