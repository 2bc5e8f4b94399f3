import { Button, FileButton, Select } from '@mantine/core'
import { useState } from 'react'
import type { ReadingKind } from '@diatribon/contract'
import { againstLimits, beltTension, pitchForTension, pluckedBelt, usualBeltMassKgPerM } from '@diatribon/core'
import { betweenWords } from '../readings/seriesWords.ts'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import grid from '../ui/Fields.module.css'
import classes from './Bench.module.css'
import { RecordButton } from '../ui/ListenButton.tsx'
import { pitchOf, readSound, type Sound } from '../ui/sound.ts'
import { PrinterField, StoreReading } from './StoreReading.tsx'
import { usePrinter } from '../reads/printers.ts'
import { useReadingKinds } from '../reads/readings.ts'

/** Low E of a bass guitar, equal temperament with A4 = 440 Hz (ISO 16). */
const lowE = 41.203

/** Pitch of a plucked belt by ear, by microphone or from a file, and the tension that follows. */
export function BeltBench({
  printerId,
  onPrinter,
}: {
  printerId: string | null
  onPrinter: (id: string | null) => void
}) {
  const [axis, setAxis] = useState<string>('X')
  const { hz, setHz, clarity, hear, problem, busy } = useHeardPitch()
  const [spanMm, setSpan] = useState<number | undefined>(250)
  const [gramsPerM, setGrams] = useState<number | undefined>(usualBeltMassKgPerM * 1000)
  const [aim, setAim] = useState<number>()
  const { data: kinds } = useReadingKinds()
  const { data: page } = usePrinter(printerId)
  const limits = limitsOf(
    kinds?.find(({ name }) => name === `${axis} belt pitch`),
    page?.modelId,
  )
  const span = spanMm && gramsPerM ? { spanM: spanMm / 1000, massKgPerM: gramsPerM / 1000 } : null
  return (
    <div className={classes.columns}>
      <Inputs
        printerId={printerId}
        onPrinter={onPrinter}
        axis={axis}
        setAxis={setAxis}
        hear={hear}
        hz={hz}
        setHz={setHz}
        spanMm={spanMm}
        setSpan={setSpan}
        gramsPerM={gramsPerM}
        setGrams={setGrams}
        aim={aim}
        setAim={setAim}
      />
      <div aria-live="polite">
        <p className={classes.caution} role="note">
          <b aria-hidden>⚠ </b>Moving parts: power off before you pluck. The maker’s manual comes first.
        </p>
        {busy && <p role="status">Working it out …</p>}
        <Problem error={problem} />
        {hz !== undefined && hz > 0 && (
          <Found hz={hz} clarity={clarity} limits={limits} axis={axis} span={span} aim={aim} printerId={printerId} />
        )}
        <p className="quiet">
          Tension T = 4·m·L²·f² of a stretched string. Pluck the middle of the free span; long spans sound lower at the
          same tension. The microphone needs a page opened on this very machine or over HTTPS.
        </p>
      </div>
    </div>
  )
}

/** The pitch that was heard last, or typed. */
function useHeardPitch() {
  const [hz, setHz] = useState<number>()
  const [clarity, setClarity] = useState<number | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const hear = async (sound: Sound | Promise<Sound>) => {
    setBusy(true)
    setProblem(null)
    try {
      const pitch = await pitchOf(await sound)
      setHz(Math.round(pitch.hz * 100) / 100)
      setClarity(pitch.clarity)
    } catch (error) {
      setHz(undefined)
      setClarity(null)
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return { hz, setHz, clarity, hear, problem, busy }
}

/** Limits of the pitch of an axis: the maker's for the model, else the workshop's. */
function limitsOf(kind: ReadingKind | undefined, modelId: string | undefined) {
  return kind && (kind.models.find((model) => model.modelId === modelId) ?? kind)
}

function semitones(hz: number): string {
  const steps = 12 * Math.log2(hz / lowE)
  const rounded = Math.round(steps)
  return rounded === 0 ? 'the same note' : `${Math.abs(rounded)} semitones ${rounded > 0 ? 'above' : 'below'} it`
}

/** Within a twentieth it is as it should be. */
function aimWords(hz: number, aim: number): string {
  const off = hz / aim - 1
  return Math.abs(off) < 0.05 ? 'leave it' : off < 0 ? 'tighten, and pluck again' : 'slacken, and pluck again'
}

function Inputs(props: {
  printerId: string | null
  onPrinter: (id: string | null) => void
  axis: string
  setAxis: (value: string) => void
  hear: (sound: Sound | Promise<Sound>) => Promise<void>
  hz: number | undefined
  setHz: (value: number | undefined) => void
  spanMm: number | undefined
  setSpan: (value: number | undefined) => void
  gramsPerM: number | undefined
  setGrams: (value: number | undefined) => void
  aim: number | undefined
  setAim: (value: number | undefined) => void
}) {
  const { printerId, onPrinter, axis, setAxis, hear, hz, setHz, spanMm, setSpan, gramsPerM, setGrams, aim, setAim } =
    props
  return (
    <div>
      <PrinterField value={printerId} onChange={onPrinter} />
      <Select
        label="Belt"
        mt="sm"
        allowDeselect={false}
        data={['X', 'Y']}
        value={axis}
        onChange={(value) => setAxis(value ?? 'X')}
      />
      <SoundButtons hear={hear} />
      <FigureField
        min={0.001}
        label="Pitch, in Hz"
        description="Heard, or typed from a tuner."
        value={hz}
        onChange={setHz}
      />
      <SpanFields
        spanMm={spanMm}
        setSpan={setSpan}
        gramsPerM={gramsPerM}
        setGrams={setGrams}
        aim={aim}
        setAim={setAim}
      />
    </div>
  )
}

function Found(props: {
  hz: number
  clarity: number | null
  limits: ReadingKind | { modelId: string; lower: number | null; upper: number | null } | undefined
  axis: string
  span: { spanM: number; massKgPerM: number } | null
  aim: number | undefined
  printerId: string | null
}) {
  const { hz, clarity, limits, axis, span, aim, printerId } = props
  return (
    <>
      <p className={classes.words}>
        <b>{number(hz, 4)} Hz</b>
        {clarity !== null && `, clear to ${Math.round(clarity * 100)} %`}. The low E of a bass guitar is{' '}
        {number(lowE, 4)} Hz: this is {semitones(hz)}.
      </p>
      <FactList
        facts={[
          ...(limits && (limits.lower !== null || limits.upper !== null)
            ? [[`Aim for ${axis} here`, `${betweenWords(limits)} Hz: ${againstLimits(hz, limits)}`] as [string, string]]
            : []),
          ...(span ? [['Tension', `${number(beltTension(hz, span), 3)} N`] as [string, string]] : []),
          ...(span && aim
            ? ([
                ['Aim', `${number(pitchForTension(aim, span), 4)} Hz for ${number(aim, 3)} N`],
                ['To do', aimWords(hz, pitchForTension(aim, span))],
              ] as [string, string][])
            : []),
        ]}
      />
      <StoreReading printerId={printerId} instrument="Belt" values={[{ name: `${axis} belt pitch`, value: hz }]} />
    </>
  )
}

function SoundButtons({ hear }: { hear: (sound: Sound | Promise<Sound>) => Promise<void> }) {
  return (
    <>
      <RecordButton label="Listen: pluck the belt" seconds={3} onSound={hear} />
      <FileButton onChange={(file) => file && void hear(readSound(file))} accept="audio/*">
        {(button) => (
          <Button {...button} variant="default" mt="sm">
            From a sound file
          </Button>
        )}
      </FileButton>
      <Button
        variant="subtle"
        mt="sm"
        onClick={() =>
          void hear({
            samples: pluckedBelt({ hz: 84, seconds: 1.5, sampleRate: 44_100, noise: 0.2, seed: 7 }),
            sampleRate: 44_100,
          })
        }
      >
        Try it with a made-up pluck of 84 Hz
      </Button>
    </>
  )
}

function SpanFields(props: {
  spanMm: number | undefined
  setSpan: (value: number | undefined) => void
  gramsPerM: number | undefined
  setGrams: (value: number | undefined) => void
  aim: number | undefined
  setAim: (value: number | undefined) => void
}) {
  const { spanMm, setSpan, gramsPerM, setGrams, aim, setAim } = props
  return (
    <div className={grid.fields}>
      <FigureField min={0.001} label="Free span, mm" value={spanMm} onChange={setSpan} />
      <FigureField
        min={0.001}
        label="Belt, g per m"
        description="6 mm: about 8, from memory"
        value={gramsPerM}
        onChange={setGrams}
      />
      <FigureField min={0.001} label="Aim, N (maker’s sheet)" value={aim} onChange={setAim} />
    </div>
  )
}
