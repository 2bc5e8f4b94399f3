import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Spool } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
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
            <ListTable
              label="Spools"
              rows={rows}
              keyOf={({ id }) => id}
              columns={columns(nowMs())}
              acts={
                may('weigh spools')
                  ? [
                      {
                        verb: 'Weigh',
                        named: ({ name }) => name,
                        onPress: ({ id }) => setWeighing(id),
                        when: ({ finishedAt }) => !finishedAt,
                      },
                    ]
                  : []
              }
            />
          )
        }
      </AsyncView>
      {scanned && may('weigh spools') && <WeighForm spool={scanned} onClose={() => setWeighing(null)} />}
      {adding && <SpoolForm onClose={() => setAdding(false)} />}
    </>
  )
}

const columns = (nowMs: number): Column<Spool>[] => [
  {
    head: 'Spool',
    shows: ({ name, material, diameterMm, abrasive }) => (
      <>
        {name}
        <div className="quiet">
          {material}, {diameterMm} mm{abrasive ? ', abrasive' : ''}
        </div>
      </>
    ),
  },
  {
    head: 'Left',
    isRight: true,
    shows: ({ finishedAt, leftMetres, leftGrams }) =>
      finishedAt ? (
        'used up'
      ) : (
        <>
          <b>{Math.round(leftMetres)} m</b>
          <div className="quiet">{number(leftGrams, 3)} g</div>
        </>
      ),
  },
  {
    head: 'Known from',
    shows: ({ weighedAt }) => (weighedAt ? `weighed ${ago(weighedAt, nowMs)}` : 'its weight when new, less its jobs'),
  },
]
