import { Button } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import type { SWRResponse } from 'swr'
import type { PrinterState, Urgency } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { NoConnection, Refused } from '../ui/api.ts'
import { AsOf } from '../ui/AsOf.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { DayField, MomentField, WhenField } from '../ui/dates.tsx'
import { EditableList } from '../ui/EditableList.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { GuardedForm } from '../ui/GuardedForm.tsx'
import { ListenButton } from '../ui/ListenButton.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { MainsField } from '../ui/MainsField.tsx'
import { OutMark, StateMark } from '../ui/marks.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { NothingHere } from '../ui/NothingHere.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'
import { AttachButton } from '../ui/PhotoButton.tsx'
import { Problem } from '../ui/Problem.tsx'
import { QrCode } from '../ui/QrCode.tsx'
import { Section } from '../ui/Section.tsx'
import { usePlaceFilter } from '../ui/usePlaceFilter.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import classes from './PiecesPage.module.css'

interface Tool {
  id: string
  name: string
  at: string
}
const tools: Tool[] = ['Hex keys', 'Feeler gauge', 'Belt meter', 'Soft brush'].map((name, i) => ({
  id: name,
  name,
  at: `Drawer ${i + 1}`,
}))
const columns: Column<Tool>[] = [
  { head: 'Tool', shows: ({ name }) => name },
  { head: 'Where', shows: ({ at }) => at },
]
const nothing = () => undefined
const fetched = <T,>(of: Partial<SWRResponse<T, unknown>>) =>
  ({ data: undefined, error: undefined, mutate: () => Promise.resolve(undefined), ...of }) as SWRResponse<T, unknown>
const states = Object.keys({
  'in service': true,
  stopped: true,
  'on hold': true,
  'being taken in': true,
  retired: true,
  overdue: true,
  'this week': true,
  later: true,
} satisfies Record<PrinterState | Urgency, true>) as (PrinterState | Urgency)[]
const refused = new Refused(400, 'bad-input', 'Hours is less than 0: enter 0 or more.', {})

/** For whoever builds screens: every piece that areas share, in each of its states. There only while developing. */
export function PiecesPage() {
  return (
    <>
      <PageHead title="Pieces" says="What every area shares, in each of its states.">
        <Button size="sm">What the page is for</Button>
      </PageHead>
      <Fetched />
      <States />
      <Tables />
      <Fields />
      <Forms />
      <Piece name="NothingHere">
        <NothingHere title="No page here" says="There is no page at this address." to="/floor" way="To the Floor" />
      </Piece>
    </>
  )
}

function Piece({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className={classes.piece}>
      <code className="quiet">{name}</code>
      <div>{children}</div>
    </div>
  )
}

function Fetched() {
  const shows = (of: string) => <p>{of}</p>
  return (
    <Section title="What is fetched">
      <Piece name="AsyncView, there">
        <AsyncView of={fetched({ data: 'Twelve printers.' })}>{shows}</AsyncView>
      </Piece>
      <Piece name="AsyncView, on its way">
        <AsyncView of={fetched<string>({})}>{shows}</AsyncView>
      </Piece>
      <Piece name="AsyncView, refused">
        <AsyncView of={fetched<string>({ error: refused })}>{shows}</AsyncView>
      </Piece>
      <Piece name="AsyncView, no line">
        <AsyncView of={fetched<string>({ error: new NoConnection() })}>{shows}</AsyncView>
      </Piece>
      <Piece name="AsOf, being worked out">
        <AsOf fresh={{ asOf: null, waiting: 3 }} />
      </Piece>
      <Piece name="AsOf, from before">
        <AsOf fresh={{ asOf: '2026-11-20T09:00:00Z', waiting: 0 }} />
      </Piece>
      <Piece name="Nothing">
        <Nothing title="No spool in the stores yet.">Add the first one, or bring in a table.</Nothing>
      </Piece>
      <Piece name="Problem">
        <Problem error={refused} />
      </Piece>
    </Section>
  )
}

function States() {
  return (
    <Section title="States">
      <Piece name="StateMark">
        <ul className={classes.states}>
          {states.map((state) => (
            <li key={state}>
              <StateMark state={state} />
            </li>
          ))}
        </ul>
      </Piece>
      <Piece name="OutMark">
        <OutMark out={{ state: 'stopped', why: 'Plug brown and soft' }} />
        <OutMark out={{ state: 'on hold', why: 'Glue cures until tomorrow' }} />
      </Piece>
      <Piece name="WearBar, later">
        <WearBar duty={duty(200, 'later')} />
      </Piece>
      <Piece name="WearBar, this week">
        <WearBar duty={duty(950, 'this week')} />
      </Piece>
      <Piece name="WearBar, overdue">
        <WearBar duty={duty(1300, 'overdue')} />
      </Piece>
      <Piece name="CautionBox">
        <CautionBox words={['Hot end at 200 °C. The maker’s manual comes first.']} />
      </Piece>
    </Section>
  )
}

const duty = (age: number, urgency: Urgency) =>
  ({
    slot: { id: 'slot', name: 'Nozzle' },
    clock: 'hours',
    age,
    ageIsKnown: true,
    interval: 1000,
    left: 1000 - age,
    also: null,
    urgency,
    waits: false,
    rule: null,
    intervalIsLearned: false,
    failureChance: null,
    failureRange: null,
  }) as unknown as Parameters<typeof WearBar>[0]['duty']

function Tables() {
  const { field } = usePlaceFilter([
    { room: 'Shed', rack: 'A' },
    { room: 'Loft', rack: 'B' },
  ])
  const acts = [{ verb: 'Change', named: ({ name }: Tool) => name, onPress: nothing }]
  return (
    <Section title="Tables and figures">
      <Piece name="EditableList">
        <EditableList
          title="Tools"
          of={fetched({ data: tools })}
          keyOf={({ id }) => id}
          columns={columns}
          edits
          acts={acts}
          add="New tool"
          onAdd={nothing}
          empty={null}
        />
      </Piece>
      <Piece name="ListTable, FirstRows">
        <FirstRows of={tools} first={2}>
          {(rows) => <ListTable label="First tools" rows={rows} keyOf={({ id }) => id} columns={columns} stacks />}
        </FirstRows>
      </Piece>
      <Piece name="DataTable">
        <DataTable label="Bare table">
          <tbody>
            <tr>
              <th scope="row">Bed</th>
              <td>60 °C</td>
            </tr>
          </tbody>
        </DataTable>
      </Piece>
      <Piece name="FactList">
        <FactList
          facts={[
            ['Typical life', '1,200 h'],
            ['Failures', '14'],
          ]}
        />
      </Piece>
      <Piece name="FigureWithTable">
        <FigureWithTable title="Hours a week" caption="Made up." columns={['Week', 'Hours']} rows={[['48', 31]]}>
          <svg viewBox="0 0 200 40" role="img" aria-label="One bar">
            <rect x="10" y="10" width="120" height="20" fill="var(--fine)" />
          </svg>
        </FigureWithTable>
      </Piece>
      <Piece name="usePlaceFilter">{field}</Piece>
      <Piece name="QrCode">
        <QrCode text="https://wear.example.org/go/1" label="Label of Limpet" />
      </Piece>
    </Section>
  )
}

function Fields() {
  const [figure, setFigure] = useState<number | undefined>(12)
  const [day, setDay] = useState('2026-11-20')
  const [at, setAt] = useState<string | undefined>()
  const [volts, setVolts] = useState<number | null>(230)
  const [photos, setPhotos] = useState<string[]>([])
  return (
    <Section title="Fields">
      <Piece name="FigureField">
        <FigureField label="Hours" value={figure} onChange={setFigure} min={0} suffix=" h" />
        <FigureField
          label="Hours, refused"
          value={figure}
          onChange={setFigure}
          error="Must be more than the meter’s."
        />
      </Piece>
      <Piece name="DayField">
        <DayField label="Day" value={day} onChange={setDay} />
      </Piece>
      <Piece name="MomentField">
        <MomentField label="Moment" value={at} onChange={setAt} />
      </Piece>
      <Piece name="WhenField">
        <WhenField value={at} onChange={setAt} />
      </Piece>
      <Piece name="MainsField">
        <MainsField value={volts} onChange={setVolts} />
      </Piece>
      <Piece name="NoteField">
        <NoteField label="Note" />
      </Piece>
      <Piece name="PhotosField">
        <PhotosField label="Photo" value={photos} onChange={setPhotos} />
      </Piece>
      <Piece name="AttachButton">
        <AttachButton label="Attach a file" onFile={nothing} />
      </Piece>
      <Piece name="ListenButton">
        <ListenButton onPitch={nothing} />
      </Piece>
    </Section>
  )
}

function Forms() {
  const [opened, setOpened] = useState<null | { busy: boolean; problem: unknown }>(null)
  const dialogs = [
    ['Dialog', { busy: false, problem: null }],
    ['Dialog that is sending', { busy: true, problem: null }],
    ['Dialog that was refused', { busy: false, problem: refused }],
    [
      'Dialog that others were before',
      { busy: false, problem: new Refused(409, 'changed', 'Somebody was first.', {}) },
    ],
  ] as const
  return (
    <Section title="Forms">
      <Piece name="GuardedForm">
        <GuardedForm problem={null} onSubmit={nothing}>
          <NoteField label="What is typed here is not lost" />
        </GuardedForm>
      </Piece>
      <Piece name="ActionDialog">
        {dialogs.map(([name, state]) => (
          <Button key={name} variant="default" mr="xs" mb="xs" onClick={() => setOpened(state)}>
            {name}
          </Button>
        ))}
        {opened && (
          <ActionDialog title="Count" verb="Count" {...opened} onSubmit={nothing} onClose={() => setOpened(null)}>
            <NoteField label="Note" />
          </ActionDialog>
        )}
      </Piece>
    </Section>
  )
}
