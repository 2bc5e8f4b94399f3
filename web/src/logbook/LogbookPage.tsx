import { given } from '@diatribon/core'
import { Button, Menu, Select, Switch, TextInput } from '@mantine/core'
import { useDebouncedCallback } from '@mantine/hooks'
import { useState } from 'react'
import { Link } from 'react-router'
import { kindNames, type ActionKindName, type PartType, type PersonHere, type PrinterName } from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { NoteForm } from '../forms/NoteForm.tsx'
import { useSession } from '../session/session.tsx'
import { DayField } from '../ui/dates.tsx'
import { call } from '../ui/api.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useQuery } from '../ui/useQuery.ts'
import { EntryList, type EntryFilter } from './EntryList.tsx'
import classes from './Logbook.module.css'
import { Notices } from '../handover/Notices.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { usePeople } from '../reads/people.ts'
import { useViews } from '../reads/logbook.ts'

const names = ['search', 'printer', 'kind', 'person', 'partType', 'from', 'until', 'steps', 'forMe'] as const

/** The one book that the whole staff shares. The filters are in the address, so that a view can be passed on. */
export function LogbookPage() {
  const { may } = useSession()
  const [query, change] = useQuery()
  const [writing, setWriting] = useState(false)
  const [more, setMore] = useState(() =>
    ['person', 'partType', 'from', 'until', 'steps'].some((name) => query.has(name)),
  )
  const { data: printers } = usePrinterNames()
  const { data: people } = usePeople()
  const { data: parts } = usePartTypes(more)
  const set = (name: string, value: string | null) => change({ [name]: value })
  const filter = (name: (typeof names)[number]) => (value: string | null) => set(name, value)
  const of = (name: (typeof names)[number]) => query.get(name)
  const kind = of('kind')
  const entryFilter: EntryFilter = {
    ...Object.fromEntries(names.flatMap((name) => (query.get(name) ? [[name, given(query.get(name))]] : []))),
    ...(kind && Object.hasOwn(kindNames, kind) ? { kind: kind as ActionKindName } : { kind: undefined }),
  }
  return (
    <>
      <div className={classes.head}>
        <h1>Logbook</h1>
        <Search value={of('search') ?? ''} onChange={(value) => set('search', value)} />
        <Button size="sm" onClick={() => setWriting(true)}>
          Note
        </Button>
        <Button size="sm" variant="default" component={Link} to="/handover">
          Handover
        </Button>
        <Views
          query={query.toString()}
          onChoose={(chosen) =>
            change({
              ...Object.fromEntries(names.map((name) => [name, null])),
              ...Object.fromEntries(new URLSearchParams(chosen)),
            })
          }
        />
        {may('take the log out') && (
          <Button size="sm" variant="default" component="a" href="/api/logbook/export" download>
            Export
          </Button>
        )}
      </div>
      <Notices pins />
      <Filters printers={printers} of={of} filter={filter} kind={kind} set={set} more={more} setMore={setMore} />
      {more && <MoreFilters people={people} of={of} filter={filter} parts={parts} set={set} kind={kind} />}
      <EntryList filter={entryFilter} marksRead />
      {writing && <NoteForm printer={null} onClose={() => setWriting(false)} />}
    </>
  )
}

/** One filter that can be taken off again. */
function Filter(props: {
  label: string
  /** What it says while nothing is chosen. */
  all: string
  data: { value: string; label: string }[]
  value: string | null
  onChange: (value: string | null) => void
}) {
  const { label, all, ...rest } = props
  return (
    <Select
      aria-label={label}
      placeholder={all}
      clearable
      searchable
      size="sm"
      clearButtonProps={{ 'aria-label': all }}
      {...rest}
    />
  )
}

function Search({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  const [words, setWords] = useState(value)
  // What comes back from the address is what was typed, unless somebody chose another view.
  const [sent, setSent] = useState(value)
  if (value !== sent) {
    setSent(value)
    if (!words.startsWith(value) || value === '') setWords(value)
  }
  const later = useDebouncedCallback(onChange, 300)
  return (
    <TextInput
      type="search"
      aria-label="Search the book"
      placeholder="Search: belt limpet"
      size="sm"
      className={classes.search}
      maxLength={200}
      value={words}
      onChange={({ currentTarget }) => {
        setWords(currentTarget.value)
        later(currentTarget.value.trim())
      }}
    />
  )
}

/** Searches that the person keeps. */
function Views({ query, onChoose }: { query: string; onChoose: (query: string) => void }) {
  const { data: views = [], mutate } = useViews()
  const [naming, setNaming] = useState(false)
  const [name, setName] = useState('')
  const [problem, setProblem] = useState<unknown>(null)
  const keep = () =>
    void call('post /api/logbook/views', { body: { name, query } }).then(() => {
      setNaming(false)
      void mutate()
    }, setProblem)
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <Button size="sm" variant="default">
            Views
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {views.map((view) => (
            <Menu.Item key={view.id} onClick={() => onChoose(view.query)}>
              {view.name}
            </Menu.Item>
          ))}
          {views.length > 0 && <Menu.Divider />}
          <Menu.Item disabled={query === ''} onClick={() => setNaming(true)}>
            Keep what is shown now
          </Menu.Item>
          {views.map((view) => (
            <Menu.Item
              key={view.id}
              onClick={() =>
                void call('delete /api/logbook/views/{id}', { at: { id: view.id } }).then(() => mutate(), setProblem)
              }
            >
              Let go: {view.name}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {naming && (
        <ActionDialog
          title="Keep this view"
          verb="Keep"
          busy={false}
          problem={problem}
          onClose={() => setNaming(false)}
          onSubmit={keep}
        >
          <TextInput
            label="Name"
            required
            maxLength={60}
            data-autofocus
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
          />
        </ActionDialog>
      )}
    </>
  )
}

function Filters(props: {
  printers: PrinterName[] | undefined
  of: (
    name: 'search' | 'person' | 'printer' | 'kind' | 'partType' | 'from' | 'until' | 'steps' | 'forMe',
  ) => string | null
  filter: (
    name: 'search' | 'person' | 'printer' | 'kind' | 'partType' | 'from' | 'until' | 'steps' | 'forMe',
  ) => (value: string | null) => void
  kind: string | null
  set: (name: string, value: string | null) => void
  more: boolean
  setMore: (value: boolean) => void
}) {
  const { printers, of, filter, kind, set, more, setMore } = props
  return (
    <div className={classes.filters}>
      <Filter
        label="Printer"
        all="All printers"
        data={(printers ?? []).map(({ id, name }) => ({ value: id, label: name }))}
        value={of('printer')}
        onChange={filter('printer')}
      />
      <Filter
        label="Kind of entry"
        all="All kinds"
        data={Object.entries(kindNames).map(([value, label]) => ({ value, label }))}
        value={kind}
        onChange={filter('kind')}
      />
      <Switch
        label="For me"
        checked={of('forMe') === 'true'}
        onChange={({ currentTarget }) => set('forMe', currentTarget.checked ? 'true' : null)}
      />
      <Button size="sm" variant="subtle" aria-expanded={more} onClick={() => setMore(!more)}>
        {more ? 'Fewer filters' : 'More filters'}
      </Button>
    </div>
  )
}

function MoreFilters(props: {
  people: PersonHere[] | undefined
  of: (
    name: 'search' | 'person' | 'printer' | 'kind' | 'partType' | 'from' | 'until' | 'steps' | 'forMe',
  ) => string | null
  filter: (
    name: 'search' | 'person' | 'printer' | 'kind' | 'partType' | 'from' | 'until' | 'steps' | 'forMe',
  ) => (value: string | null) => void
  parts: PartType[] | undefined
  set: (name: string, value: string | null) => void
  kind: string | null
}) {
  const { people, of, filter, parts, set, kind } = props
  return (
    <div className={classes.filters}>
      <Filter
        label="Person"
        all="Everybody"
        data={(people ?? []).map(({ id, displayName }) => ({ value: id, label: displayName }))}
        value={of('person')}
        onChange={filter('person')}
      />
      <Filter
        label="Part type"
        all="All part types"
        data={(parts ?? []).map(({ id, name }) => ({ value: id, label: name }))}
        value={of('partType')}
        onChange={filter('partType')}
      />
      <DayField aria-label="From day" size="sm" value={of('from') ?? ''} onChange={(day) => set('from', day)} />
      <DayField aria-label="Until day" size="sm" value={of('until') ?? ''} onChange={(day) => set('until', day)} />
      <Switch
        label="Every step"
        checked={of('steps') === 'true'}
        disabled={kind !== null}
        onChange={({ currentTarget }) => set('steps', currentTarget.checked ? 'true' : null)}
      />
    </div>
  )
}
