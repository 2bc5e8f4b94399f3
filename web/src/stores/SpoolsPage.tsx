import { Button, Checkbox, Group, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Spool } from '@diatribon/contract'
import classes from '../parts/Catalogue.module.css'
import { useSession, type May } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import table from '../ui/Table.module.css'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'
import { ago, number } from '../ui/words.ts'
import { useSpools } from './reads.ts'

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

function WeighForm({ spool, onClose }: { spool: Spool; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction(`${spool.name} weighed`, onClose)
  const [grams, setGrams] = useState<number | undefined>()
  const net = grams === undefined ? null : grams - spool.tareGrams
  return (
    <ActionDialog
      title={`Weigh: ${spool.name}`}
      verb="Weigh"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit({ kind: 'weigh-spool', spoolId: spool.id, grossGrams: grams ?? 0 })}
    >
      <FigureField
        label="The scale shows, in grams"
        description={`With its spool, which weighs ${spool.tareGrams} g empty.`}
        required
        min={0}
        size="lg"
        value={grams}
        onChange={setGrams}
        error={fields.grossGrams}
        data-autofocus
      />
      <p aria-live="polite" style={{ minHeight: '1.5em' }}>
        {net !== null && net >= 0 && `${number(net, 3)} g of filament are left.`}
      </p>
    </ActionDialog>
  )
}

function SpoolForm({ onClose }: { onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Spool added', onClose)
  const [name, setName] = useState('')
  const [material, setMaterial] = useState('')
  const [abrasive, setAbrasive] = useState(false)
  const [diameterMm, setDiameter] = useState<number | undefined>(1.75)
  const [densityGPerCm3, setDensity] = useState<number | undefined>(1.24)
  const [netGrams, setNet] = useState<number | undefined>(1000)
  const [tareGrams, setTare] = useState<number | undefined>()
  return (
    <ActionDialog
      title="New spool"
      verb="Add"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'add-spool',
          spoolId: newKey(),
          name,
          material,
          abrasive,
          diameterMm: diameterMm ?? 0,
          densityGPerCm3: densityGPerCm3 ?? 0,
          netGrams: netGrams ?? 0,
          tareGrams: tareGrams ?? 0,
        })
      }
    >
      <MaterialFields
        name={name}
        setName={setName}
        fields={fields}
        material={material}
        setMaterial={setMaterial}
        abrasive={abrasive}
        setAbrasive={setAbrasive}
      />
      <GramsFields
        diameterMm={diameterMm}
        setDiameter={setDiameter}
        fields={fields}
        densityGPerCm3={densityGPerCm3}
        setDensity={setDensity}
        netGrams={netGrams}
        setNet={setNet}
        tareGrams={tareGrams}
        setTare={setTare}
      />
    </ActionDialog>
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

function MaterialFields(props: {
  name: string
  setName: (value: string) => void
  fields: Record<string, string>
  material: string
  setMaterial: (value: string) => void
  abrasive: boolean
  setAbrasive: (value: boolean) => void
}) {
  const { name, setName, fields, material, setMaterial, abrasive, setAbrasive } = props
  return (
    <>
      <TextInput
        label="Name or number"
        required
        maxLength={80}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
        data-autofocus
      />
      <TextInput
        label="Material"
        required
        mt="sm"
        maxLength={60}
        value={material}
        onChange={(e) => setMaterial(e.currentTarget.value)}
        error={fields.material}
      />
      <Checkbox
        label="Abrasive (glow, carbon, metal, wood): eats brass nozzles"
        mt="sm"
        size="md"
        checked={abrasive}
        onChange={({ currentTarget }) => setAbrasive(currentTarget.checked)}
      />
    </>
  )
}

function GramsFields(props: {
  diameterMm: number | undefined
  setDiameter: (value: number | undefined) => void
  fields: Record<string, string>
  densityGPerCm3: number | undefined
  setDensity: (value: number | undefined) => void
  netGrams: number | undefined
  setNet: (value: number | undefined) => void
  tareGrams: number | undefined
  setTare: (value: number | undefined) => void
}) {
  const { diameterMm, setDiameter, fields, densityGPerCm3, setDensity, netGrams, setNet, tareGrams, setTare } = props
  return (
    <>
      <FigureField
        label="Diameter, in mm"
        required
        value={diameterMm}
        onChange={setDiameter}
        error={fields.diameterMm}
      />
      <FigureField
        label="Density, in g/cm³"
        description="From the maker’s sheet."
        required
        value={densityGPerCm3}
        onChange={setDensity}
        error={fields.densityGPerCm3}
      />
      <FigureField
        label="Filament on it, in grams"
        required
        value={netGrams}
        onChange={setNet}
        error={fields.netGrams}
      />
      <FigureField
        label="Empty spool, in grams"
        description="From the maker’s sheet, or weigh an empty one."
        required
        value={tareGrams}
        onChange={setTare}
        error={fields.tareGrams}
      />
    </>
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
      <td className={classes.acts}>
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
