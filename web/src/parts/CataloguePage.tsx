import { useState } from 'react'
import { Link } from 'react-router'
import type { PartType, PrinterModel } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { EditableList } from '../ui/EditableList.tsx'
import type { Column } from '../ui/ListTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { amount, modelName, money, plural } from '../ui/words.ts'
import { Materials } from './Materials.tsx'
import { ModelForm } from './ModelForm.tsx'
import { PartTypeForm } from './PartTypeForm.tsx'
import { usePartTypes, useModels } from '../reads/parts.ts'

type Doing =
  { what: 'part'; from: PartType | null; copy: boolean } | { what: 'model'; from: PrinterModel | null; copy: boolean }

/** What printers are made of: the models, and the part types that fit their slots. */
export function CataloguePage() {
  const { may, site } = useSession()
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
      <EditableList
        title="Printer models"
        of={models}
        keyOf={({ id }) => id}
        columns={modelColumns}
        edits={edits}
        acts={[
          { verb: 'Change', named: modelName, onPress: (from) => setDoing({ what: 'model', from, copy: false }) },
          { verb: 'Copy', named: modelName, onPress: (from) => setDoing({ what: 'model', from, copy: true }) },
        ]}
        add="New model"
        onAdd={() => setDoing({ what: 'model', from: null, copy: false })}
        empty={<Nothing title="No printer model yet. Add the part types first, then the model with its slots." />}
        stacks
      />
      <EditableList
        title="Part types"
        of={parts}
        keyOf={({ id }) => id}
        columns={partColumns(site.currency)}
        edits={edits}
        acts={[
          { verb: 'Change', named: nameOf, onPress: (from) => setDoing({ what: 'part', from, copy: false }) },
          { verb: 'Copy', named: nameOf, onPress: (from) => setDoing({ what: 'part', from, copy: true }) },
        ]}
        add="New part type"
        onAdd={() => setDoing({ what: 'part', from: null, copy: false })}
        empty={<Nothing title="No part type yet." />}
        stacks
      />
      <Materials />
      {doing?.what === 'part' && <PartTypeForm from={doing.from} copy={doing.copy} onClose={close} />}
      {doing?.what === 'model' && (
        <ModelForm from={doing.from} copy={doing.copy} catalogue={parts.data ?? []} onClose={close} />
      )}
    </>
  )
}

const nameOf = ({ name }: PartType) => name

const modelColumns: Column<PrinterModel>[] = [
  {
    head: 'Model',
    shows: (model) => (
      <>
        {modelName(model)}
        <div className="quiet">{model.build}</div>
      </>
    ),
  },
  {
    head: 'Plate',
    shows: ({ limits }) => (limits ? `${limits.plateXMm} × ${limits.plateYMm} × ${limits.heightMm} mm` : 'not known'),
  },
  {
    head: 'Nozzle, bed',
    shows: ({ limits, limitsConfirmed }) =>
      limits && (
        <>
          {limits.nozzleMaxC} °C, {limits.bedMaxC} °C
          {!limitsConfirmed && <div className="quiet">usual limits, to be confirmed</div>}
        </>
      ),
  },
  {
    head: 'Slots, kits',
    shows: ({ slots, kits }) =>
      [plural(slots.length, 'slot'), kits.map(({ name }) => name).join(', ')].filter(Boolean).join('; '),
  },
  { head: 'Printers', shows: ({ printers }) => printers },
]

const partColumns = (currency: string): Column<PartType>[] => [
  {
    head: 'Part type',
    shows: ({ id, name, slotKind }) => (
      <>
        <Link to={`/lives/${id}`}>{name}</Link>
        <div className="quiet">{slotKind}</div>
      </>
    ),
  },
  { head: 'Price', shows: ({ priceMinor }) => (priceMinor === null ? 'no price yet' : money(priceMinor, currency)) },
  { head: 'Usual interval', shows: ({ tradeInterval, agesBy }) => amount(tradeInterval, agesBy) },
  { head: 'What it stands', shows: stands },
]

const stands = (part: PartType) =>
  [
    part.nozzleMm !== null && `${part.nozzleMm} mm opening`,
    part.maxNozzleC !== null && `${part.maxNozzleC} °C at most`,
    part.abrasiveMetresMost !== null && `${part.abrasiveMetresMost} m of abrasive at most`,
    part.toleratesAbrasive !== null && (part.toleratesAbrasive ? 'abrasive filament' : 'nothing abrasive'),
  ]
    .filter(Boolean)
    .join(', ')
