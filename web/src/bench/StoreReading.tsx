import { Button, Select } from '@mantine/core'
import type { RecordReading } from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { useReadingKinds } from '../reads/readings.ts'

export interface Measured {
  name: string
  value: number
}

/** Which printer an instrument is held to; kept while one goes from instrument to instrument. */
export function PrinterField(props: { value: string | null; onChange: (id: string | null) => void }) {
  const { data: printers } = usePrinterNames()
  return (
    <Select
      label="Printer"
      description="To keep what is measured, and for what is known of its model."
      placeholder="None: only reckon"
      clearable
      searchable
      clearButtonProps={{ 'aria-label': 'No printer' }}
      data={(printers ?? []).map(({ id, name, rack, place }) => ({ value: id, label: `${rack}${place} ${name}` }))}
      value={props.value}
      onChange={props.onChange}
    />
  )
}

/** Keeps what an instrument has measured as readings of the chosen printer. */
export function StoreReading(props: {
  printerId: string | null
  instrument: string
  values: Measured[]
  mesh?: RecordReading['mesh']
  onKept?: () => void
}) {
  const { printerId, instrument, values, mesh, onKept } = props
  const { may } = useSession()
  const { data: kinds } = useReadingKinds()
  const { submit, problem, busy } = useAction('Kept as a reading', () => onKept?.())
  const known = values.flatMap(({ name, value }) => {
    const kind = kinds?.find((k) => k.name === name)
    return kind && Number.isFinite(value) ? [{ name, value: Math.round(value * 1e4) / 1e4, unit: kind.unit }] : []
  })
  if (!may('measure printers')) return <p className="quiet">Keeping readings is for technicians and leads.</p>
  if (!printerId) return <p className="quiet">Choose a printer to keep this as its reading.</p>
  if (known.length === 0)
    return kinds ? (
      <p className="quiet">There is no kind of reading called {values.map(({ name }) => name).join(' or ')} here.</p>
    ) : null
  return (
    <div className={classes.store}>
      {known.map(({ name, value, unit }) => `${name} ${number(value)} ${unit}`).join(', ')}
      <Button
        size="sm"
        ml="md"
        loading={busy}
        onClick={() =>
          void submit({ kind: 'record-reading', printerId, instrument, values: known, ...(mesh ? { mesh } : {}) })
        }
      >
        Keep as reading
      </Button>
      <Problem error={problem} />
    </div>
  )
}
