import { useState, type ReactNode } from 'react'
import {
  bedCurrent,
  cubeError,
  newSteps,
  playAtEdge,
  Problem as CoreProblem,
  skewFromDiagonals,
  skewFromThreeLengths,
  skewWords,
  soak,
} from '@diatribon/core'
import { Textarea } from '@mantine/core'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { PrinterField, StoreReading, type Measured } from './StoreReading.tsx'

export interface InstrumentProps {
  printerId: string | null
  onPrinter: (id: string | null) => void
}

interface Field {
  name: string
  label: string
  description?: string
  first?: number
  optional?: boolean
}

type Figures = Record<string, number | undefined>

interface Answer {
  words: ReactNode
  facts: [string, string][]
  values: Measured[]
}

/** An instrument of a few figures: they go in on the left, what follows stands on the right and can be kept. */
function HandBench(
  props: InstrumentProps & {
    instrument: string
    fields: Field[]
    caution?: string
    source: string
    reckon: (figures: Record<string, number>) => Answer
    children?: ReactNode
  },
) {
  const { printerId, onPrinter, instrument, fields, caution, source, reckon, children } = props
  const [figures, setFigures] = useState<Figures>(Object.fromEntries(fields.map(({ name, first }) => [name, first])))
  const whole = fields.every(({ name, optional }) => optional || figures[name] !== undefined)
  const answer = whole ? attempt(() => reckon(figures as Record<string, number>)) : null
  return (
    <div className={classes.columns}>
      <div>
        <PrinterField value={printerId} onChange={onPrinter} />
        {fields.map(({ name, label, description }) => (
          <FigureField
            key={name}
            label={label}
            description={description}
            value={figures[name]}
            onChange={(value) => setFigures({ ...figures, [name]: value })}
          />
        ))}
        {children}
      </div>
      <div aria-live="polite">
        {caution && (
          <p className={classes.caution} role="note">
            <b aria-hidden>⚠ </b>
            {caution}
          </p>
        )}
        <Answered answer={answer} printerId={printerId} instrument={instrument} />
        {!answer && <p className="quiet">Fill in the figures on the left.</p>}
        <p className="quiet">{source}</p>
      </div>
    </div>
  )
}

function Answered(props: { answer: Answer | Error | null; printerId: string | null; instrument: string }) {
  const { answer, printerId, instrument } = props
  if (!answer) return null
  if (answer instanceof Error) return <Problem error={answer} />
  return (
    <>
      <p className={classes.words}>{answer.words}</p>
      <FactList facts={answer.facts} />
      {answer.values.length > 0 && (
        <StoreReading printerId={printerId} instrument={instrument} values={answer.values} />
      )}
    </>
  )
}

function attempt<T>(work: () => T): T | Error {
  try {
    return work()
  } catch (error) {
    if (error instanceof CoreProblem) return error
    throw error
  }
}

export function SquarenessBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Squareness"
      fields={[
        { name: 'p', label: 'Diagonal 1, mm' },
        { name: 'q', label: 'Diagonal 2, mm' },
        {
          name: 'a',
          label: 'One side, mm (optional)',
          description: 'Of a printed test: with it the sign tells which way the axes lean.',
          optional: true,
        },
      ]}
      source="sin(skew) = (p² − q²)/(4ab); the other side follows from the law of the parallelogram. The bands 0.02°, 0.12° and 0.25° are common practice."
      reckon={({ p, q, a }) => {
        const skew = a === undefined ? skewFromDiagonals(p!, q!) : skewFromThreeLengths(p!, q!, a)
        return {
          words: (
            <>
              Skew <b>{number(skew, 3)}°</b>: {skewWords(skew)}.
            </>
          ),
          facts: [['Off over 200 mm', `${number(200 * Math.tan((Math.abs(skew) * Math.PI) / 180), 3)} mm`]],
          values: [{ name: 'skew', value: Math.abs(skew) }],
        }
      }}
    />
  )
}

export function PlayBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Play"
      caution="Moving parts: power off. Rock by hand, at opposite corners."
      fields={[
        { name: 'play', label: 'Play at the wheels or bearings, mm' },
        { name: 'plate', label: 'Length of the plate, mm', first: 260 },
        { name: 'base', label: 'Wheelbase, mm', first: 60 },
      ]}
      source="The lever: play × length of the plate ÷ wheelbase."
      reckon={({ play, plate, base }) => {
        const edge = playAtEdge(play!, plate!, base!)
        return {
          words: (
            <>
              <b>{number(edge, 3)} mm</b> at the ends of the plate.
            </>
          ),
          facts: [['Lever', `${number(plate! / base!, 3)} times`]],
          values: [{ name: 'play at the plate', value: edge }],
        }
      }}
    />
  )
}

export function CubeBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Cube"
      fields={[
        { name: 'nominal', label: 'As drawn, mm', first: 20 },
        { name: 'X', label: 'X measured, mm' },
        { name: 'Y', label: 'Y measured, mm' },
        { name: 'Z', label: 'Z measured, mm' },
      ]}
      source="Measured ÷ nominal per axis. Measure in the middle of the faces: the first layers bulge, corners are rounded."
      reckon={({ nominal, X, Y, Z }) => {
        const axes = Object.entries({ X: X!, Y: Y!, Z: Z! })
        const errors = axes.map(([axis, value]) => [axis, cubeError(value, nominal!)] as const)
        const worst = errors.reduce((a, b) => (Math.abs(b[1]) > Math.abs(a[1]) ? b : a))
        return {
          words: (
            <>
              Most off: <b>{worst[0]}</b>, {number(worst[1], 3)} %.
            </>
          ),
          facts: errors.map(([axis, error]) => [axis, `${error > 0 ? '+' : ''}${number(error, 3)} %`]),
          // The kinds of readings are about a cube of 20 mm.
          values: nominal === 20 ? axes.map(([axis, value]) => ({ name: `cube ${axis}`, value })) : [],
        }
      }}
    />
  )
}

export function FeederBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Feeder"
      caution="Hot: the nozzle is at printing temperature while you feed. Hands away from the drive gear."
      fields={[
        { name: 'asked', label: 'Asked for, mm', first: 100 },
        { name: 'fed', label: 'Went in, mm', description: 'From marks on the filament, before and after.' },
        { name: 'steps', label: 'Steps per mm now (optional)', optional: true },
      ]}
      source="New steps = old × asked ÷ fed. A figure that keeps needing correction is a symptom: lever, gear, filament."
      reckon={({ asked, fed, steps }) => {
        const of100 = (fed! / asked!) * 100
        return {
          words: (
            <>
              <b>{number(of100, 4)} mm</b> of every 100 mm that were asked for.
            </>
          ),
          facts: steps === undefined ? [] : [['New steps per mm', number(newSteps(steps, asked!, fed!), 6)]],
          values: [{ name: 'feeder fed of 100', value: of100 }],
        }
      }}
    />
  )
}

export function CurrentBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Bed current"
      caution="Mains and high currents. This sum decides nothing: a qualified electrical person does, after the maker’s sheets and the local rules. A plug, wire or switch that is brown, soft or smelling: power off, unplug, do not use."
      fields={[
        { name: 'power', label: 'Power of the bed, W' },
        { name: 'volts', label: 'Voltage, V' },
        { name: 'area', label: 'Wire, mm²' },
        { name: 'length', label: 'Wire, m one way' },
        {
          name: 'contact',
          label: 'Contacts together, mΩ',
          description: 'New plugs a few mΩ; worn ones much more.',
          first: 5,
        },
        { name: 'plug', label: 'Plug rated, A (maker’s sheet)', optional: true },
        { name: 'wire', label: 'Wire rated, A (maker’s sheet)', optional: true },
        { name: 'switch', label: 'Switch rated, A (maker’s sheet)', optional: true },
      ]}
      source="I = P/V; copper 0.017241 Ω·mm²/m at 20 °C (IEC 60028). Ratings are the makers’, not ours."
      reckon={({ power, volts, area, length, contact, plug, wire, switch: breaker }) => {
        const ratingsA = Object.fromEntries(
          Object.entries({ plug, wire, switch: breaker }).filter(([, rating]) => rating !== undefined),
        ) as Record<string, number>
        const found = bedCurrent({
          powerW: power!,
          volts: volts!,
          wireMm2: area!,
          wireM: length!,
          contactOhm: contact! / 1000,
          ratingsA,
        })
        const { amperes, shareOfRating, weakest } = found
        return {
          words: (
            <>
              <b>{number(amperes, 3)} A</b>
              {shareOfRating === null
                ? '. Without the ratings from the makers’ sheets nothing can be said about plug, wire and switch.'
                : shareOfRating > 1
                  ? `: more than the ${weakest} is rated for. Do not use it until a qualified person has looked.`
                  : shareOfRating > 0.8
                    ? `: ${Math.round(shareOfRating * 100)} % of what the ${weakest} is rated for. That is little room: ask a qualified person.`
                    : `: ${Math.round(shareOfRating * 100)} % of what the ${weakest} is rated for. A qualified person decides.`}
            </>
          ),
          facts: [
            ['Lost in the wire', `${number(found.wireDropV, 3)} V, ${number(found.wireHeatW, 3)} W`],
            ['Heat in the contacts', `${number(found.contactHeatW, 3)} W`],
          ],
          values: [{ name: 'bed current', value: amperes }],
        }
      }}
    />
  )
}

const soakExample = `0 22
2 34
4 42.5
6 48
8 51.9
10 54.5
14 57.4
18 58.8
24 59.5
30 59.8`

/** A log of minutes and temperatures or heights: when is it flat? */
export function SoakBench({ printerId, onPrinter }: InstrumentProps) {
  const [text, setText] = useState(soakExample)
  const answer = attempt((): Answer => {
    const points = text
      .split('\n')
      .filter((line) => line.trim())
      .map((line, i) => {
        const [minutes, value, ...rest] = line
          .trim()
          .split(/[\s;,]+/)
          .map(Number)
        if (minutes === undefined || value === undefined || rest.length > 0 || !Number.isFinite(minutes + value))
          throw new CoreProblem('impossible-figure', `Line ${i + 1}: write minutes and a figure, such as 10 54.5`)
        return { minutes, value }
      })
    const found = soak(points)
    return {
      words: (
        <>
          Flat after <b>{number(found.flatAfter, 3)} min</b>: a twentieth of the change is left then.{' '}
          {found.isFlat ? 'The log reaches that far.' : 'The log ends before: what is behind is reckoned, not seen.'}
        </>
      ),
      facts: [
        ['Ends at', number(found.final, 4)],
        ['Time constant', `${number(found.minutesPerE, 3)} min`],
      ],
      values: [{ name: 'soak time', value: found.flatAfter }],
    }
  })
  return (
    <div className={classes.columns}>
      <div>
        <PrinterField value={printerId} onChange={onPrinter} />
        <Textarea
          label="Log: minutes and temperature or height"
          description="One reading a line. The example is made up."
          mt="sm"
          autosize
          minRows={8}
          maxRows={18}
          styles={{ input: { fontFamily: 'monospace' } }}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </div>
      <div aria-live="polite">
        <p className={classes.caution} role="note">
          <b aria-hidden>⚠ </b>Hot: bed. Fire: stay with it, never leave a machine heating unattended.
        </p>
        <Answered answer={answer} printerId={printerId} instrument="Soak" />
        <p className="quiet">
          A first-order lag fitted to the log. A thick or glass bed reads its number long before it is flat.
        </p>
      </div>
    </div>
  )
}
