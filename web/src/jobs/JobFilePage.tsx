import { Button, Checkbox, FileButton, Progress, Select } from '@mantine/core'
import { useState, type DragEvent } from 'react'
import { useNavigate } from 'react-router'
import {
  materialCalled,
  type MachineLimits,
  type PreflightAnswer,
  type PreflightRequest,
  type PrinterModel,
  type Spool,
} from '@diatribon/contract'
import { given, type JobFigures } from '@diatribon/core'
import { useSession } from '../session/session.tsx'
import { SpoolField } from '../forms/SpoolField.tsx'
import { FactList } from '../ui/FactList.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../session/useAction.ts'
import { duration, number } from '../ui/words.ts'
import classes from './JobFilePage.module.css'
import { Findings } from './Findings.tsx'
import { FirstLayer } from './FirstLayer.tsx'
import { LongJob } from '../plan/LongJob.tsx'
import { useJobReader } from './useJobReader.ts'
import { useModels } from '../reads/parts.ts'
import { useSpools } from '../reads/stores.ts'
import { useMaterials, usePreflight } from '../reads/jobs.ts'

/** What the time is reckoned with until a printer is chosen. Common practice, no source. */
const usualMotion = { accelerationMmPerS2: 1000, maxSpeedMmPerS: 150, filamentMm: 1.75 }

/** Kinds of filament, as far as a printer cares, where the workshop has no table of materials. Common practice, no source. */
const plainKinds = [
  { name: 'Plain filament', more: '', abrasive: false, needsEnclosure: false },
  { name: 'Abrasive filament', more: ' (glow, carbon, metal, wood)', abrasive: true, needsEnclosure: false },
  { name: 'Filament that warps in the open', more: '', abrasive: false, needsEnclosure: true },
  { name: 'Abrasive filament that warps in the open', more: '', abrasive: true, needsEnclosure: true },
]

/** Drop a job file, see what it asks for, and which printer can take it. */
export function JobFilePage() {
  const { reading, read, stop } = useJobReader()
  const [source, setSource] = useState<{ file: File; reckonedFor: string | null } | null>(null)
  const open = (file: File) => {
    setSource({ file, reckonedFor: null })
    read(file, usualMotion)
  }
  const [over, setOver] = useState(false)
  const figures = reading.state === 'read' ? reading.figures : reading.state === 'reading' ? reading.before : null
  const onDrop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    const file = event.dataTransfer.files[0]
    if (file) open(file)
  }
  return (
    <>
      <PageHead
        title="Job file"
        says="Wrong settings are the commonest way a shared printer gets broken. The file is read on this device and not kept."
      />
      <div
        className={`${classes.drop} ${over ? classes.over : ''}`}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
      >
        {reading.state === 'reading' ? (
          <Reading reading={reading} stop={stop} />
        ) : (
          <>
            <FileButton onChange={(file) => file && open(file)} inputProps={{ 'aria-label': 'Job file' }}>
              {(props) => <Button {...props}>Choose a job file</Button>}
            </FileButton>
            <span className="quiet">or drop it here. G-code, up to 500 MB.</span>
          </>
        )}
      </div>
      {reading.state === 'problem' && <Problem error={new Error(`${reading.name}: ${reading.problem}`)} />}
      {figures && source && (
        <Checked
          key={source.file.name + source.file.size}
          name={source.file.name}
          figures={figures}
          reckonedFor={source.reckonedFor}
          onReckon={(model, limits) => {
            setSource({ ...source, reckonedFor: model })
            read(source.file, limits)
          }}
        />
      )}
    </>
  )
}

interface CheckedProps {
  name: string
  figures: JobFigures
  /** The model whose acceleration and speed the time was reckoned with; null for usual ones. */
  reckonedFor: string | null
  onReckon: (model: string, limits: MachineLimits) => void
}

function Checked({ name, figures, reckonedFor, onReckon }: CheckedProps) {
  const [filling, setFilling] = useState<string | null>(null)
  const [spoolId, setSpoolId] = useState<string | null>(null)
  const [chosen, setChosen] = useState<string | null>(null)
  const { data: spools } = useSpools()
  const { data: models } = useModels()
  const spool = spools?.find(({ id }) => id === spoolId)
  const { data: table } = useMaterials()
  const materials = (table ?? []).filter(({ dropped }) => !dropped)
  // What the spool or the file itself says is taken until somebody says otherwise.
  const material = filling
    ? (materials.find(({ id }) => id === filling) ?? null)
    : (materialCalled(materials, spool?.material) ?? materialCalled(materials, figures.told.material))
  const kind = material
    ? { name: material.name, abrasive: material.abrasive, needsEnclosure: material.enclosure === 'needed' }
    : plainKinds.find((f) => f.name === filling)
  const asked = preflightOf(figures, kind, spool, material?.id ?? null)
  const { data: answer, error } = usePreflight(asked)
  const printer = answer?.printers.find(({ id }) => id === chosen) ?? null
  const model = models?.find(({ make, name: n }) => `${make} ${n}` === printer?.model)
  const hours = figures.seconds / 3600
  const metres = figures.filamentMm.reduce((sum, mm) => sum + mm, 0) / 1000
  return (
    <>
      <h2 style={{ marginTop: 16 }}>{name}</h2>
      <div className={classes.columns}>
        <div>
          <Figures hours={hours} figures={figures} metres={metres} />
          <ReckonedFor reckonedFor={reckonedFor} model={model} printer={printer} onReckon={onReckon} />
          <FirstLayer figures={figures} lines={figures.firstLayer} limits={model?.limits ?? null} />
        </div>
        <div>
          <Select
            label="What will be printed?"
            placeholder="Say it, to be safe"
            description={
              !filling && material
                ? `${spool ? 'The spool' : 'The file'} says so. Change it if that is wrong.`
                : undefined
            }
            searchable
            data={
              materials.length > 0
                ? materials.map(({ id, name: called, abrasive }) => ({
                    value: id,
                    label: abrasive ? `${called} (abrasive)` : called,
                  }))
                : plainKinds.map((f) => ({ value: f.name, label: f.name + f.more }))
            }
            value={filling ?? material?.id ?? null}
            onChange={setFilling}
          />
          <SpoolField value={spoolId} onChange={setSpoolId} description="To check whether enough is left on it." />
          <h2 style={{ marginTop: 16 }}>Which printer can take it?</h2>
          <Problem error={error as unknown} />
          {answer && <Findings printers={answer.printers} chosen={chosen} onChoose={setChosen} />}
          {hours >= 0.1 && <LongJob hours={hours} />}
          {printer && (
            <StartJob
              key={`${printer.id} ${filling} ${spoolId}`}
              {...{ name, hours, metres, printer, spoolId }}
              material={spool?.material ?? (kind ? kind.name : null)}
              abrasive={asked.filling?.abrasive ?? false}
              toldMaterial={asked.filling !== null}
            />
          )}
        </div>
      </div>
    </>
  )
}

/** What the server is asked; a spool of the stores says for itself whether it is abrasive. */
function preflightOf(
  { firstLayer: _, ...job }: JobFigures,
  kind: { name: string; abrasive: boolean; needsEnclosure: boolean } | undefined,
  spool: Spool | undefined,
  materialId: string | null,
): PreflightRequest {
  const said = kind ?? (spool ? { name: spool.material, abrasive: spool.abrasive, needsEnclosure: false } : null)
  return {
    job,
    filling: said && {
      name: spool?.material ?? said.name,
      abrasive: said.abrasive || (spool?.abrasive ?? false),
      needsEnclosure: said.needsEnclosure,
    },
    materialId,
    spoolId: spool?.id ?? null,
  }
}

function sizeOf({ printed, reach }: JobFigures): string {
  const box = printed ?? reach
  return `${number(box.maxX - box.minX, 3)} × ${number(box.maxY - box.minY, 3)} mm, ${number(box.maxZ, 3)} mm high`
}

function StartJob(props: {
  name: string
  hours: number
  metres: number
  printer: PreflightAnswer['printers'][number]
  spoolId: string | null
  material: string | null
  abrasive: boolean
  toldMaterial: boolean
}) {
  const { name, hours, metres, printer, spoolId, material, abrasive, toldMaterial } = props
  const [despite, setDespite] = useState(false)
  const { may } = useSession()
  const navigate = useNavigate()
  const { submit, problem, busy } = useAction(
    `${name} started on ${printer.name}`,
    () => void navigate(`/printers/${printer.id}`),
  )
  const stops = printer.findings.some(({ grade }) => grade === 'stop')
  const warnings = printer.findings.some(({ grade }) => grade === 'warn')
  if (!may('report jobs')) return <p className="quiet">Starting jobs is for operators, technicians and leads.</p>
  return (
    <div className={classes.start}>
      {stops ? (
        <MustNot printer={printer} />
      ) : (
        <>
          <Warnings toldMaterial={toldMaterial} warnings={warnings} despite={despite} setDespite={setDespite} />
          <Button
            loading={busy}
            disabled={!toldMaterial || (warnings && !despite)}
            onClick={() =>
              void submit({
                kind: 'start-job',
                printerId: printer.id,
                jobId: newKey(),
                name,
                plannedHours: Math.round(hours * 1000) / 1000,
                plannedMetres: Math.round(metres * 100) / 100,
                abrasive,
                ...(material ? { material: material.slice(0, 60) } : {}),
                ...(spoolId ? { spoolId } : {}),
              })
            }
          >
            Start on {printer.name}
          </Button>
        </>
      )}
      <Problem error={problem} />
    </div>
  )
}

function Reading({
  reading,
  stop,
}: {
  reading: { state: 'reading'; name: string; progress: number; before: JobFigures | null }
  stop: () => void
}) {
  return (
    <div style={{ flex: 1 }}>
      <p style={{ margin: 0 }} role="status">
        Reading {reading.name}: {Math.round(reading.progress * 100)} %
      </p>
      <Progress value={reading.progress * 100} aria-label="Read so far" mt={6} />
      <Button variant="default" size="sm" mt="sm" onClick={stop}>
        Stop
      </Button>
    </div>
  )
}

function Figures({ hours, figures, metres }: { hours: number; figures: JobFigures; metres: number }) {
  return (
    <FactList
      facts={[
        ['Time', `${duration(hours)}, without heating up`],
        [
          'Filament',
          figures.filamentMm.length > 1
            ? figures.filamentMm.map((mm, tool) => `tool ${tool + 1}: ${number(mm / 1000, 3)} m`).join(', ')
            : `${number(metres, 3)} m`,
        ],
        ['Nozzle', figures.nozzleC === null ? 'not set' : `${figures.nozzleC} °C`],
        ['Bed', figures.bedC === null ? 'not set' : `${figures.bedC} °C`],
        ...(figures.chamberC === null ? [] : [['Chamber', `${figures.chamberC} °C`] as [string, string]]),
        [
          'Layers',
          `${figures.layers}${figures.firstLayerMm === null ? '' : `, the first ${number(figures.firstLayerMm, 3)} mm`}`,
        ],
        ['Size', sizeOf(figures)],
        ['Wear', `${number(hours, 3)} h, ${number(metres, 3)} m, ${number(figures.retractions, 4)} retractions`],
      ]}
    />
  )
}

function ReckonedFor({
  reckonedFor,
  model,
  printer,
  onReckon,
}: {
  reckonedFor: string | null
  model: PrinterModel | undefined
  printer: {
    id: string
    name: string
    place: string
    model: string
    findings: { grade: 'note' | 'stop' | 'warn'; code: string; words: string }[]
  } | null
  onReckon: (model: string, limits: MachineLimits) => void
}) {
  return (
    <p className="quiet" style={{ margin: '0 0 8px' }}>
      Time reckoned for {reckonedFor ?? 'a usual printer'}.{' '}
      {model?.limits && printer && printer.model !== reckonedFor && (
        <Button size="compact-sm" variant="default" onClick={() => onReckon(printer.model, given(model.limits))}>
          Reckon it for {printer.model}
        </Button>
      )}
    </p>
  )
}

function MustNot({
  printer,
}: {
  printer: {
    id: string
    name: string
    place: string
    model: string
    findings: { grade: 'note' | 'stop' | 'warn'; code: string; words: string }[]
  }
}) {
  return (
    <p role="note">
      <b>{printer.name} must not take this job</b> as it stands. Choose another printer, or put the cause right first.
    </p>
  )
}

function Warnings({
  toldMaterial,
  warnings,
  despite,
  setDespite,
}: {
  toldMaterial: boolean
  warnings: boolean
  despite: boolean
  setDespite: (value: boolean) => void
}) {
  return (
    <>
      {!toldMaterial && <p role="note">Say what will be printed first.</p>}
      {warnings && (
        <Checkbox
          label="I have looked at the warnings"
          size="md"
          mb="sm"
          checked={despite}
          onChange={({ currentTarget }) => setDespite(currentTarget.checked)}
        />
      )}
      <p className="quiet" style={{ margin: '0 0 8px' }}>
        Hot and moving parts: stay for the first layer, and never leave it heating unattended.
      </p>
    </>
  )
}
