import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Spool } from '@diatribon/contract'
import { useSession, type May } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import table from '../ui/Table.module.css'
import { ago, number } from '../ui/words.ts'
import { useSpools } from '../reads/stores.ts'
import { SpoolForm } from './SpoolForm.tsx'
import { WeighForm } from './WeighForm.tsx'

/** Spools of filament, and how much is left on each. */
export function SpoolsPage() {
  const { may, nowMs, labelsCarry } = useSession()
  const spools = useSpools()
  const [search] = useSearchParams()
  const [weighing, setWeighing] = useState<string | null>(search.get('spool'))
  const [adding, setAdding] = useState(false)
  const scanned = spools.data?.find(({ id }) => id === weighing)
  return (
    <>
      <PageHead title="Spools">
        <Group gap="md">
          {labelsCarry ? (
            <a href="/api/reports/labels?of=spools" target="_blank" rel="noreferrer">
              Labels (PDF)
            </a>
          ) : (
            <Link to="/workshop#address">Labels: set an address first</Link>
          )}
          {may('keep the stores') && (
            <Button size="sm" onClick={() => setAdding(true)}>
              New spool
            </Button>
          )}
        </Group>
      </PageHead>
      <AsyncView of={spools}>
        {(rows) =>
          rows.length === 0 ? (
            <Nothing title="No spool in the stores yet." />
          ) : (
            <SpoolsTable rows={rows} nowMs={nowMs} may={may} setWeighing={setWeighing} />
          )
        }
      </AsyncView>
      {scanned && may('weigh spools') && <WeighForm spool={scanned} onClose={() => setWeighing(null)} />}
      {adding && <SpoolForm onClose={() => setAdding(false)} />}
    </>
  )
}

function SpoolsTable(props: {
  rows: Spool[]
  nowMs: () => number
  may: May
  setWeighing: (value: string | null) => void
}) {
  const { rows, nowMs, may, setWeighing } = props
  return (
    <DataTable label="Spools">
      <thead>
        <tr>
          <th>Spool</th>
          <th className={table.right}>Left</th>
          <th>Known from</th>
          <th>
            <span className="unseen">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((spool) => (
          <SpoolRow key={spool.id} spool={spool} nowMs={nowMs} may={may} setWeighing={setWeighing} />
        ))}
      </tbody>
    </DataTable>
  )
}

function SpoolRow(props: { spool: Spool; nowMs: () => number; may: May; setWeighing: (value: string | null) => void }) {
  const { spool, nowMs, may, setWeighing } = props
  return (
    <tr>
      <td>
        <b>{spool.name}</b>
        <div className="quiet">
          {spool.material}, {spool.diameterMm} mm{spool.abrasive ? ', abrasive' : ''}
        </div>
      </td>
      <td className={table.right}>
        {spool.finishedAt ? (
          'used up'
        ) : (
          <>
            <b>{Math.round(spool.leftMetres)} m</b>
            <div className="quiet">{number(spool.leftGrams, 3)} g</div>
          </>
        )}
      </td>
      <td>{spool.weighedAt ? `weighed ${ago(spool.weighedAt, nowMs())}` : 'its weight when new, less its jobs'}</td>
      <td className={table.acts}>
        {!spool.finishedAt && may('weigh spools') && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => setWeighing(spool.id)}
            aria-label={`Weigh ${spool.name}`}
          >
            Weigh
          </Button>
        )}
      </td>
    </tr>
  )
}
