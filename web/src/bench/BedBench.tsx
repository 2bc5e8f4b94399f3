import { Button, FileButton, Select, Textarea } from '@mantine/core'
import { useState, type DragEvent } from 'react'
import type { ModelBed, RecordReading } from '@diatribon/contract'
import {
  bedPlane,
  bedPoints,
  coarsePitchMm,
  knobTurns,
  meshRepeatability,
  readMesh,
  type BedPlane,
  type KnobTurn,
  type MeshHeights,
  type MeshPlaces,
  type MeshRepeatability,
  given,
} from '@diatribon/core'
import { useSession } from '../session/session.tsx'
import { Waiting } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import { number } from '../ui/words.ts'
import grid from '../ui/Fields.module.css'
import classes from './Bench.module.css'
import { MeshPicture } from './MeshPicture.tsx'
import { PrinterField, StoreReading } from './StoreReading.tsx'
import { usePrinter } from '../reads/printers.ts'

const example = `-0.30 -0.20 -0.12 -0.02  0.10
-0.26 -0.17 -0.10  0.01  0.13
-0.21 -0.13 -0.06  0.04  0.17
-0.17 -0.08 -0.01  0.09  0.20
-0.11 -0.03  0.05  0.14  0.26`

interface Looked {
  heights: MeshHeights
  plane: BedPlane
  turns: KnobTurn[]
}

/** A bed from its mesh: plane, warp, knob turns; before and after, and how well two meshes agree. */
export function BedBench({
  printerId,
  onPrinter,
}: {
  printerId: string | null
  onPrinter: (id: string | null) => void
}) {
  const { data: page } = usePrinter(printerId)
  // What was pasted stays when another printer is chosen.
  const [text, setText] = useState('')
  const [after, setAfter] = useState('')
  const known = page?.printer.id === printerId ? page : undefined
  if (printerId && !known) return <Waiting />
  return (
    <Bed
      key={printerId ?? 'none'}
      bed={known?.bed ?? null}
      {...{ printerId, onPrinter, text, setText, after, setAfter }}
    />
  )
}

function Bed(props: {
  printerId: string | null
  onPrinter: (id: string | null) => void
  bed: ModelBed | null
  text: string
  setText: (text: string) => void
  after: string
  setAfter: (text: string) => void
}) {
  const { printerId, onPrinter, bed, text, setText, after, setAfter } = props
  const [front, setFront] = useState<string>('first')
  const [places, setPlaces] = useState(() => usualPlaces(bed))
  const [pitch, setPitch] = useState<number | undefined>(bed?.pitchMm ?? coarsePitchMm.M4)
  const [fixed, setFixed] = useState<string | null>(null)
  const screws = bed?.screws ?? fourCorners(places)
  const whole = Object.values(places).every((value) => value !== undefined) && pitch !== undefined
  const look = (words: string): Looked | Error | null => {
    if (!words.trim() || !whole) return null
    try {
      const rows = readMesh(words)
      const heights = front === 'first' ? rows : [...rows].reverse()
      const plane = bedPlane(bedPoints(heights, places as MeshPlaces))
      return { heights, plane, turns: knobTurns(plane, screws, pitch, fixed) }
    } catch (error) {
      return error as Error
    }
  }
  const [first, second] = [look(text), look(after)]
  const repeat = (() => {
    if (!first || !second || first instanceof Error || second instanceof Error) return null
    try {
      return meshRepeatability(first.heights, second.heights)
    } catch (error) {
      return error as Error
    }
  })()
  const mesh = (of: Looked): RecordReading['mesh'] => ({ heights: of.heights, ...(places as MeshPlaces) })
  const values = (of: Looked) => [
    { name: 'mesh range', value: of.plane.rangeMm },
    { name: 'mesh warp', value: of.plane.warpMm },
  ]
  return (
    <div className={classes.columns}>
      <Inputs
        printerId={printerId}
        onPrinter={onPrinter}
        text={text}
        setText={setText}
        front={front}
        setFront={setFront}
        places={places}
        setPlaces={setPlaces}
        pitch={pitch}
        setPitch={setPitch}
        screws={screws}
        fixed={fixed}
        setFixed={setFixed}
        after={after}
        setAfter={setAfter}
      />
      <div aria-live="polite">
        <p className={classes.caution} role="note">
          <b aria-hidden>⚠ </b>Hot bed, moving parts. Soak it first: a thick bed reads its number long before it is
          flat, 30 to 45 min. Stay with it; the maker’s manual comes first.
        </p>
        <Problem
          error={
            first instanceof Error ? first : second instanceof Error ? second : repeat instanceof Error ? repeat : null
          }
        />
        {!first && <p className="quiet">Paste or drop a mesh, or type it row by row.</p>}
        {first && !(first instanceof Error) && (
          <Found
            first={first}
            bed={bed}
            printerId={printerId}
            values={values}
            mesh={mesh}
            second={second}
            repeat={repeat}
          />
        )}
      </div>
    </div>
  )
}

const placeLabels = {
  xFirst: 'First column at x, mm',
  xLast: 'Last column at x, mm',
  yFirst: 'Front row at y, mm',
  yLast: 'Back row at y, mm',
}

type Places = Record<keyof typeof placeLabels, number | undefined>

function usualPlaces(bed: ModelBed | null): Places {
  if (!bed) return { xFirst: 20, xLast: 200, yFirst: 20, yLast: 200 }
  const [xs, ys] = [bed.screws.map(({ xMm }) => xMm), bed.screws.map(({ yMm }) => yMm)]
  return {
    // Where the screws stand is about where a probe reaches, but never off the plate.
    xFirst: Math.max(10, Math.min(...xs)),
    xLast: Math.max(...xs) + Math.min(0, Math.min(...xs)),
    yFirst: Math.max(10, Math.min(...ys)),
    yLast: Math.max(...ys),
  }
}

function fourCorners({ xFirst = 0, xLast = 1, yFirst = 0, yLast = 1 }: Places) {
  return [
    { name: 'front left', xMm: xFirst, yMm: yFirst },
    { name: 'front right', xMm: xLast, yMm: yFirst },
    { name: 'back left', xMm: xFirst, yMm: yLast },
    { name: 'back right', xMm: xLast, yMm: yLast },
  ]
}

const betterWords = (before: Looked, after: Looked) => {
  const change = before.plane.rangeMm - after.plane.rangeMm
  return change > 0.005
    ? `flatter by ${number(change, 3)} mm.`
    : change < -0.005
      ? `worse by ${number(-change, 3)} mm.`
      : 'no change.'
}

/** A turn in words that a hand can follow: "a quarter turn clockwise". */
export function turnWords({ turns, move }: KnobTurn, raisedBy: ModelBed['raisedBy']): string {
  if (move === 'leave') return 'leave'
  const eighths = Math.round(turns * 8)
  const fraction = given(['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'][eighths % 8])
  const whole = Math.floor(eighths / 8)
  const amount = `${whole > 0 ? whole : ''}${fraction}` || 'under ⅛'
  const raises = move === 'raise'
  const direction = raises === (raisedBy === 'clockwise') ? 'clockwise' : 'anticlockwise'
  return `${amount} turn ${direction}`
}

function TurnsTable({ turns, bed }: { turns: KnobTurn[]; bed: ModelBed | null }) {
  const raisedBy = bed?.raisedBy ?? 'anticlockwise'
  return (
    <>
      <DataTable label="Knob turns">
        <thead>
          <tr>
            <th>Screw</th>
            <th>Bed there</th>
            <th>Turn, seen from above</th>
            <th>Exactly</th>
          </tr>
        </thead>
        <tbody>
          {turns.map((turn) => (
            <tr key={turn.screw}>
              <th scope="row">{turn.screw}</th>
              <td>
                {number(Math.abs(turn.heightMm), 2)} mm too {turn.heightMm > 0 ? 'high' : 'low'}
              </td>
              <td>
                <b>{turnWords(turn, raisedBy)}</b>
              </td>
              <td>{number(turn.turns, 3)}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <p className="quiet">
        Turned {raisedBy} seen from above, a screw raises the bed{bed ? ', as the catalogue says of this model' : ''}.
        Turn half of it, and measure again.
      </p>
    </>
  )
}

/** The turns were made: a mark on the charts, from which the mesh begins anew. */
function ApplyTurns({ printerId, turns, bed }: { printerId: string | null; turns: KnobTurn[]; bed: ModelBed | null }) {
  const { may } = useSession()
  const { submit, problem, busy } = useAction('Adjustment written down', () => undefined)
  const made = turns.filter(({ move }) => move !== 'leave')
  if (!printerId || !may('measure printers') || made.length === 0) return null
  const what = made.map((turn) => `${turn.screw} ${turnWords(turn, bed?.raisedBy ?? 'anticlockwise')}`).join(', ')
  return (
    <div>
      <Button
        mt="xs"
        size="sm"
        loading={busy}
        onClick={() =>
          void submit({
            kind: 'adjust-printer',
            printerId,
            readings: ['mesh range', 'mesh warp'],
            what: `bed screws: ${what}`,
          })
        }
      >
        I have turned them
      </Button>
      <Problem error={problem} />
    </div>
  )
}

function MeshField(props: { label: string; value: string; onChange: (text: string) => void }) {
  const { label, value, onChange } = props
  const drop = (event: DragEvent) => {
    const file = event.dataTransfer.files[0]
    if (!file) return
    event.preventDefault()
    void file.text().then(onChange)
  }
  return (
    <div onDrop={drop} onDragOver={(event) => event.preventDefault()}>
      <Textarea
        label={label}
        description="Rows of heights in mm, as the machine writes them; or drop a text file here."
        mt="sm"
        autosize
        minRows={4}
        maxRows={12}
        styles={{ input: { fontFamily: 'monospace', whiteSpace: 'pre', overflowX: 'auto' } }}
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
      />
      <FileButton onChange={(file) => file && void file.text().then(onChange)} accept=".txt,.csv,.json,.log,text/*">
        {(button) => (
          <Button {...button} variant="subtle" size="compact-sm">
            From a file
          </Button>
        )}
      </FileButton>
    </div>
  )
}

function Inputs(props: {
  printerId: string | null
  onPrinter: (id: string | null) => void
  text: string
  setText: (text: string) => void
  front: string
  setFront: (value: string) => void
  places: Places
  setPlaces: (value: Places) => void
  pitch: number | undefined
  setPitch: (value: number | undefined) => void
  screws: { name: string; xMm: number; yMm: number }[]
  fixed: string | null
  setFixed: (value: string | null) => void
  after: string
  setAfter: (text: string) => void
}) {
  const {
    printerId,
    onPrinter,
    text,
    setText,
    front,
    setFront,
    places,
    setPlaces,
    pitch,
    setPitch,
    screws,
    fixed,
    setFixed,
    after,
    setAfter,
  } = props
  return (
    <div>
      <PrinterField value={printerId} onChange={onPrinter} />
      <MeshField label="Mesh" value={text} onChange={setText} />
      <Button variant="subtle" size="compact-sm" onClick={() => setText(example)}>
        Try it with an example
      </Button>
      <Select
        label="The first row is the bed’s"
        mt="sm"
        allowDeselect={false}
        data={[
          { value: 'first', label: 'front' },
          { value: 'last', label: 'back' },
        ]}
        value={front}
        onChange={(value) => setFront(value ?? 'first')}
      />
      <PlaceFields places={places} setPlaces={setPlaces} pitch={pitch} setPitch={setPitch} />
      <FixedField screws={screws} fixed={fixed} setFixed={setFixed} />
      <MeshField label="Second mesh, after turning or of the untouched bed" value={after} onChange={setAfter} />
    </div>
  )
}

function Found(props: {
  first: Looked
  bed: ModelBed | null
  printerId: string | null
  values: (of: Looked) => { name: string; value: number }[]
  mesh: (
    of: Looked,
  ) => { heights: (number | null)[][]; xFirst: number; xLast: number; yFirst: number; yLast: number } | undefined
  second: Looked | Error | null
  repeat: Error | MeshRepeatability | null
}) {
  const { first, bed, printerId, values, mesh, second, repeat } = props
  return (
    <>
      <FactList
        facts={[
          ['Highest minus lowest', `${number(first.plane.rangeMm, 3)} mm`],
          ['Warp that knobs cannot cure', `${number(first.plane.warpMm, 3)} mm`],
          ['Tilt, left to right', `${number(first.plane.alongX * 100, 3)} mm in 100`],
          ['Tilt, front to back', `${number(first.plane.alongY * 100, 3)} mm in 100`],
        ]}
      />
      <TurnsTable turns={first.turns} bed={bed} />
      <ApplyTurns printerId={printerId} turns={first.turns} bed={bed} />
      <StoreReading printerId={printerId} instrument="Bed" values={values(first)} mesh={mesh(first)} />
      {second && !(second instanceof Error) && (
        <After first={first} second={second} repeat={repeat} printerId={printerId} values={values} mesh={mesh} />
      )}
      <div className={classes.pair}>
        <MeshPicture heights={first.heights} title={second ? 'Before' : 'The mesh'} />
        {second && !(second instanceof Error) && <MeshPicture heights={second.heights} title="After" />}
      </div>
    </>
  )
}

function PlaceFields(props: {
  places: Places
  setPlaces: (value: Places) => void
  pitch: number | undefined
  setPitch: (value: number | undefined) => void
}) {
  const { places, setPlaces, pitch, setPitch } = props
  return (
    <div className={grid.fields}>
      {(Object.keys(places) as (keyof typeof places)[]).map((name) => (
        <FigureField
          key={name}
          label={placeLabels[name]}
          value={places[name]}
          onChange={(value) => setPlaces({ ...places, [name]: value })}
        />
      ))}
      <FigureField label="Thread, mm a turn" description="M3 0.5, M4 0.7" value={pitch} onChange={setPitch} />
    </div>
  )
}

function After(props: {
  first: Looked
  second: Looked
  repeat: Error | MeshRepeatability | null
  printerId: string | null
  values: (of: Looked) => { name: string; value: number }[]
  mesh: (
    of: Looked,
  ) => { heights: (number | null)[][]; xFirst: number; xLast: number; yFirst: number; yLast: number } | undefined
}) {
  const { first, second, repeat, printerId, values, mesh } = props
  return (
    <>
      <p className={classes.words}>
        Range {number(first.plane.rangeMm, 3)} mm before, {number(second.plane.rangeMm, 3)} mm after:{' '}
        {betterWords(first, second)}
      </p>
      {repeat && !(repeat instanceof Error) && (
        <FactList
          facts={[
            ['If nothing was turned: spread of one probing', `${number(repeat.spreadMm, 2)} mm`],
            ['Largest difference', `${number(repeat.largestMm, 2)} mm`],
            ['Whole mesh moved by', `${number(repeat.shiftMm, 2)} mm`],
          ]}
        />
      )}
      <StoreReading printerId={printerId} instrument="Bed, after turning" values={values(second)} mesh={mesh(second)} />
      {repeat && !(repeat instanceof Error) && (
        <StoreReading
          printerId={printerId}
          instrument="Bed, twice untouched"
          values={[{ name: 'probe repeatability', value: repeat.spreadMm }]}
        />
      )}
    </>
  )
}

function FixedField({
  screws,
  fixed,
  setFixed,
}: {
  screws: { name: string; xMm: number; yMm: number }[]
  fixed: string | null
  setFixed: (value: string | null) => void
}) {
  return (
    <Select
      label="Leave as it is"
      mt="sm"
      clearable
      clearButtonProps={{ 'aria-label': 'No screw' }}
      placeholder="no screw: all meet in the middle"
      data={screws.map(({ name }) => name)}
      value={fixed}
      onChange={setFixed}
    />
  )
}
