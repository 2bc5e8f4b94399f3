import { Button, Checkbox, Select, Stack, TextInput, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { Box, BoxLine } from '@diatribon/contract'
import { usePeople } from '../people/reads.ts'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { Section } from '../ui/Section.tsx'
import { useAction } from '../ui/useAction.ts'
import { useSetAction } from '../ui/useSetAction.ts'
import { ago, shortDay } from '../ui/words.ts'
import { readLines } from './readLines.ts'
import { useBoxes } from './reads.ts'

type Doing = { what: 'pack' | 'move' | 'check'; box: Box | null }

/** The repair boxes: one place, one list, one look now and then. */
export function Boxes() {
  const { may, nowMs } = useSession()
  const { data: boxes = [] } = useBoxes()
  const [doing, setDoing] = useState<Doing | null>(null)
  const close = () => setDoing(null)
  return (
    <Section
      title="Repair boxes"
      act={
        may('keep the stores') && (
          <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'pack', box: null })}>
            New box
          </Button>
        )
      }
    >
      {boxes.length === 0 && (
        <p className="quiet">No box yet. A repair box has one place, a list, and a look now and then.</p>
      )}
      {boxes.map((box) => (
        <article key={box.id} aria-label={box.name} style={{ margin: '0.5rem 0' }}>
          <b>{box.name}</b>: {box.place}
          {box.withWhom && `, with ${box.withWhom} since ${ago(box.movedAt, nowMs())}`}
          {box.place !== box.home && <span className="quiet"> (belongs: {box.home})</span>}.{' '}
          {box.missing.length > 0 && <b style={{ color: 'var(--overdue)' }}>Missing: {linesWords(box.missing)}. </b>}
          <span className={box.isOverdue ? undefined : 'quiet'}>
            {box.isOverdue ? 'A look was due ' : 'Next look '}
            {shortDay(box.checkDue)}.
          </span>
          <div className="quiet">{linesWords(box.holds)}</div>
          {may('count stock') && (
            <>
              <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'check', box })}>
                Look into it
              </Button>{' '}
              <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'move', box })}>
                It is elsewhere
              </Button>{' '}
            </>
          )}
          {may('keep the stores') && (
            <Button size="compact-sm" variant="subtle" onClick={() => setDoing({ what: 'pack', box })}>
              Change its list
            </Button>
          )}
        </article>
      ))}
      {doing?.what === 'pack' && <PackForm box={doing.box} onClose={close} />}
      {doing?.what === 'move' && doing.box && <MoveForm box={doing.box} onClose={close} />}
      {doing?.what === 'check' && doing.box && <CheckForm box={doing.box} onClose={close} />}
    </Section>
  )
}

const linesWords = (lines: BoxLine[]) => lines.map(({ what, pieces }) => `${pieces} × ${what}`).join(', ')

function PackForm({ box, onClose }: { box: Box | null; onClose: () => void }) {
  const { submit, problem, fields, busy } = useSetAction('Box packed', onClose)
  const [name, setName] = useState(box?.name ?? '')
  const [home, setHome] = useState(box?.home ?? '')
  const [days, setDays] = useState<number | undefined>(box?.checkEveryDays ?? 30)
  const [list, setList] = useState(box ? box.holds.map(({ what, pieces }) => `${pieces} ${what}`).join('\n') : '')
  return (
    <ActionDialog
      title={box ? `Change: ${box.name}` : 'New repair box'}
      verb={box ? 'Change' : 'Pack'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'set-box',
          boxId: box?.id ?? newKey(),
          name,
          holds: readLines(list),
          home,
          checkEveryDays: days ?? 0,
        })
      }
    >
      <TextInput
        label="Name"
        required
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
        data-autofocus
      />
      <TextInput
        label="Where it belongs"
        required
        mt="sm"
        maxLength={80}
        value={home}
        onChange={(e) => setHome(e.currentTarget.value)}
        error={fields.home}
      />
      <FigureField
        label="A look every so many days"
        required
        min={1}
        allowDecimal={false}
        value={days}
        onChange={setDays}
        error={fields.checkEveryDays}
      />
      <Textarea
        label="What it holds, one a line"
        description="Such as: 2 Brass brush"
        required
        mt="sm"
        autosize
        minRows={4}
        value={list}
        onChange={(e) => setList(e.currentTarget.value)}
        error={fields.holds}
      />
    </ActionDialog>
  )
}

function MoveForm({ box, onClose }: { box: Box; onClose: () => void }) {
  const { person } = useSession()
  const { data: people = [] } = usePeople()
  const { submit, problem, fields, busy } = useAction(`${box.name} moved`, onClose)
  const [place, setPlace] = useState(box.withWhom ? box.home : '')
  const [personId, setPerson] = useState<string | null>(box.withWhom ? null : person.id)
  return (
    <ActionDialog
      title={`Where is it? ${box.name}`}
      verb="It is there"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit({ kind: 'move-box', boxId: box.id, place, ...(personId ? { personId } : {}) })}
    >
      <TextInput
        label="Where"
        description={`It belongs: ${box.home}`}
        required
        maxLength={80}
        value={place}
        onChange={(e) => setPlace(e.currentTarget.value)}
        error={fields.place}
        data-autofocus
      />
      <Select
        label="Who has it"
        description="Empty: it stands there."
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Nobody' }}
        data={people.filter(({ left }) => !left).map(({ id, displayName }) => ({ value: id, label: displayName }))}
        value={personId}
        onChange={setPerson}
      />
    </ActionDialog>
  )
}

function CheckForm({ box, onClose }: { box: Box; onClose: () => void }) {
  const { submit, problem, busy } = useAction(`${box.name} looked into`, onClose)
  const [missing, setMissing] = useState<Record<string, number>>(() =>
    Object.fromEntries(box.missing.map(({ what, pieces }) => [what, pieces])),
  )
  const [note, setNote] = useState('')
  const lines = box.holds.flatMap(({ what }) => (missing[what] ? [{ what, pieces: missing[what] }] : []))
  return (
    <ActionDialog
      title={`Look into: ${box.name}`}
      verb={lines.length === 0 ? 'It is whole' : 'Something is missing'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({ kind: 'check-box', boxId: box.id, missing: lines, ...(note.trim() ? { note: note.trim() } : {}) })
      }
    >
      <p className="quiet">Tick what is not there, or not all of it.</p>
      <Stack gap="xs">
        {box.holds.map(({ what, pieces }) => (
          <div key={what} style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
            <Checkbox
              size="md"
              label={`${pieces} × ${what}`}
              checked={Boolean(missing[what])}
              onChange={({ currentTarget }) =>
                setMissing((before) => ({ ...before, [what]: currentTarget.checked ? pieces : 0 }))
              }
            />
            {pieces > 1 && Boolean(missing[what]) && (
              <FigureField
                aria-label={`Missing of ${what}`}
                mt={0}
                min={1}
                max={pieces}
                allowDecimal={false}
                value={missing[what]}
                onChange={(value) => setMissing((before) => ({ ...before, [what]: value ?? pieces }))}
                style={{ width: 90 }}
              />
            )}
          </div>
        ))}
      </Stack>
      <TextInput
        label="Note (optional)"
        mt="sm"
        maxLength={1000}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
    </ActionDialog>
  )
}
