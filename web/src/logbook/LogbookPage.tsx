import { Button, Select } from '@mantine/core'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import useSWR from 'swr'
import { kindNames, type ActionKindName, type Floor } from '@diatribon/contract'
import { NoteForm } from '../printers/NoteForm.tsx'
import { useSession } from '../shell/session.ts'
import { EntryList } from './EntryList.tsx'

/** The one book that the whole staff shares. The filters are in the address, so that a view can be passed on. */
export function LogbookPage() {
  const { may } = useSession()
  const [query, setQuery] = useSearchParams()
  const [writing, setWriting] = useState(false)
  const { data: floor } = useSWR<Floor>('/api/printers')
  const printerId = query.get('printer')
  const kind = query.get('kind')
  const filter = (name: string) => (value: string | null) =>
    setQuery((old) => {
      const next = new URLSearchParams(old)
      if (value) next.set(name, value)
      else next.delete(name)
      return next
    })
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end', flexWrap: 'wrap' }}>
        <h1 style={{ flex: 1, minWidth: '8rem' }}>Logbook</h1>
        <Select
          aria-label="Printer"
          placeholder="All printers"
          clearable
          searchable
          size="sm"
          w={180}
          data={
            floor?.racks.flatMap(({ printers }) => printers.map(({ id, name }) => ({ value: id, label: name }))) ?? []
          }
          value={printerId}
          onChange={filter('printer')}
          clearButtonProps={{ 'aria-label': 'All printers' }}
        />
        <Select
          aria-label="Kind of entry"
          placeholder="All kinds"
          clearable
          size="sm"
          w={180}
          data={Object.entries(kindNames).map(([value, label]) => ({ value, label }))}
          value={kind}
          onChange={filter('kind')}
          clearButtonProps={{ 'aria-label': 'All kinds' }}
        />
        <Button size="sm" onClick={() => setWriting(true)}>
          Note
        </Button>
        {may('take the log out') && (
          <Button size="sm" variant="default" component="a" href="/api/logbook/export" download>
            Export
          </Button>
        )}
      </div>
      <EntryList
        key={`${printerId} ${kind}`}
        printerId={printerId ?? undefined}
        kind={kind && Object.hasOwn(kindNames, kind) ? (kind as ActionKindName) : undefined}
      />
      {writing && <NoteForm printer={null} onClose={() => setWriting(false)} />}
    </>
  )
}
