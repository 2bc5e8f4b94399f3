import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PartType, PrinterModel } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import { amount, modelName, money, plural } from '../ui/words.ts'
import classes from './Catalogue.module.css'
import { Materials } from './Materials.tsx'
import { ModelForm } from './ModelForm.tsx'
import { PartTypeForm } from './PartTypeForm.tsx'
import { usePartTypes, useModels } from '../reads/parts.ts'

type Doing =
  { what: 'part'; from: PartType | null; copy: boolean } | { what: 'model'; from: PrinterModel | null; copy: boolean }

/** What printers are made of: the models, and the part types that fit their slots. */
export function CataloguePage() {
  const { may } = useSession()
  const models = useModels()
  const parts = usePartTypes()
  const [doing, setDoing] = useState<Doing | null>(null)
  const edits = may('set up the site')
  const close = () => setDoing(null)
  return (
    <>
      <PageHead
        title="Catalogue"
        says="Models are templates of slots, limits and kits; part types carry prices, the clock they age by, and what they stand."
      />
      <Section
        title="Printer models"
        act={
          edits && (
            <Button size="sm" onClick={() => setDoing({ what: 'model', from: null, copy: false })}>
              New model
            </Button>
          )
        }
      >
        <AsyncView of={models}>
          {(rows) =>
            rows.length === 0 ? (
              <Nothing title="No printer model yet. Add the part types first, then the model with its slots." />
            ) : (
              <ModelsTable edits={edits} rows={rows} setDoing={setDoing} />
            )
          }
        </AsyncView>
      </Section>
      <Section
        title="Part types"
        act={
          edits && (
            <Button size="sm" onClick={() => setDoing({ what: 'part', from: null, copy: false })}>
              New part type
            </Button>
          )
        }
      >
        <AsyncView of={parts}>
          {(rows) =>
            rows.length === 0 ? (
              <Nothing title="No part type yet." />
            ) : (
              <PartsTable edits={edits} rows={rows} setDoing={setDoing} />
            )
          }
        </AsyncView>
      </Section>
      <Materials />
      {doing?.what === 'part' && <PartTypeForm from={doing.from} copy={doing.copy} onClose={close} />}
      {doing?.what === 'model' && (
        <ModelForm from={doing.from} copy={doing.copy} catalogue={parts.data ?? []} onClose={close} />
      )}
    </>
  )
}

function PartRow({ part, edits, onDo }: { part: PartType; edits: boolean; onDo: (doing: Doing) => void }) {
  const { site } = useSession()
  const stands = [
    part.nozzleMm === null ? null : `${part.nozzleMm} mm opening`,
    part.maxNozzleC === null ? null : `${part.maxNozzleC} °C at most`,
    part.abrasiveMetresMost === null ? null : `${part.abrasiveMetresMost} m of abrasive at most`,
    part.toleratesAbrasive === null ? null : part.toleratesAbrasive ? 'abrasive filament' : 'nothing abrasive',
  ].filter((word) => word !== null)
  return (
    <tr>
      <td>
        <Link to={`/lives/${part.id}`}>
          <b>{part.name}</b>
        </Link>
        <div className="quiet">{part.slotKind}</div>
      </td>
      <td>{part.priceMinor === null ? 'no price yet' : money(part.priceMinor, site.currency)}</td>
      <td>{amount(part.tradeInterval, part.agesBy)}</td>
      <td>{stands.join(', ')}</td>
      {edits && (
        <td className={classes.acts}>
          <Edits
            name={part.name}
            onChange={() => onDo({ what: 'part', from: part, copy: false })}
            onCopy={() => onDo({ what: 'part', from: part, copy: true })}
          />
        </td>
      )}
    </tr>
  )
}

function Edits({ name, onChange, onCopy }: { name: string; onChange: () => void; onCopy: () => void }) {
  return (
    <>
      <Button size="compact-sm" variant="default" onClick={onChange} aria-label={`Change ${name}`}>
        Change
      </Button>{' '}
      <Button size="compact-sm" variant="default" onClick={onCopy} aria-label={`Copy ${name}`}>
        Copy
      </Button>
    </>
  )
}

function ModelsTable({
  edits,
  rows,
  setDoing,
}: {
  edits: boolean
  rows: PrinterModel[]
  setDoing: (value: Doing | null) => void
}) {
  return (
    <DataTable label="Printer models" stacks>
      <thead>
        <tr>
          <th>Model</th>
          <th>Plate</th>
          <th>Nozzle, bed</th>
          <th>Slots, kits</th>
          <th>Printers</th>
          {edits && (
            <th>
              <span className="unseen">Actions</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((model) => (
          <ModelRow key={model.id} model={model} edits={edits} setDoing={setDoing} />
        ))}
      </tbody>
    </DataTable>
  )
}

function PartsTable({
  edits,
  rows,
  setDoing,
}: {
  edits: boolean
  rows: PartType[]
  setDoing: (value: Doing | null) => void
}) {
  return (
    <DataTable label="Part types" stacks>
      <thead>
        <tr>
          <th>Part type</th>
          <th>Price</th>
          <th>Usual interval</th>
          <th>What it stands</th>
          {edits && (
            <th>
              <span className="unseen">Actions</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((part) => (
          <PartRow key={part.id} part={part} edits={edits} onDo={setDoing} />
        ))}
      </tbody>
    </DataTable>
  )
}

function ModelRow({
  model,
  edits,
  setDoing,
}: {
  model: PrinterModel
  edits: boolean
  setDoing: (value: Doing | null) => void
}) {
  return (
    <tr>
      <td>
        <b>{modelName(model)}</b>
        <div className="quiet">{model.build}</div>
      </td>
      <td>
        {model.limits
          ? `${model.limits.plateXMm} × ${model.limits.plateYMm} × ${model.limits.heightMm} mm`
          : 'not known'}
      </td>
      <td>
        {model.limits ? `${model.limits.nozzleMaxC} °C, ${model.limits.bedMaxC} °C` : ''}
        {model.limits && !model.limitsConfirmed && <div className="quiet">usual limits, to be confirmed</div>}
      </td>
      <td>
        {plural(model.slots.length, 'slot')}
        {model.kits.length > 0 && `; ${model.kits.map(({ name }) => name).join(', ')}`}
      </td>
      <td>{model.printers}</td>
      {edits && (
        <td className={classes.acts}>
          <Edits
            name={modelName(model)}
            onChange={() => setDoing({ what: 'model', from: model, copy: false })}
            onCopy={() => setDoing({ what: 'model', from: model, copy: true })}
          />
        </td>
      )}
    </tr>
  )
}
