import { Button, FileButton } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { sumOfLevels, type SoundBand } from '@diatribon/core'
import { margin } from '../charts/Frame.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import type { InstrumentProps } from './hand/HandBench.tsx'
import { RecordButton } from '../ui/ListenButton.tsx'
import { bandsOf, readSound, type Sound } from '../ui/sound.ts'
import { PrinterField, StoreReading } from './StoreReading.tsx'

/** Two recordings from the same place, and their difference by third-octave bands. */
export function SoundBench({ printerId, onPrinter }: InstrumentProps) {
  const [before, setBefore] = useState<SoundBand[] | null>(null)
  const [after, setAfter] = useState<SoundBand[] | null>(null)
  const rows = (before ?? []).flatMap(({ hz, level }) => {
    const other = after?.find((band) => band.hz === hz)
    return other ? [{ hz, before: level, after: other.level, difference: other.level - level }] : []
  })
  const whole = (bands: SoundBand[]) => sumOfLevels(bands.map(({ level }) => level))
  return (
    <div className={classes.columns}>
      <div>
        <PrinterField value={printerId} onChange={onPrinter} />
        <Recording label="Before, or the quiet one" bands={before} onBands={setBefore} />
        <Recording label="After, or the loud one" bands={after} onBands={setAfter} />
        <p className="quiet">
          Same distance, same phone, same job: a microphone is not calibrated, so only differences mean anything. 10 dB
          less is about half as loud.
        </p>
      </div>
      <div aria-live="polite">
        {before && after ? (
          <>
            <p className={classes.words}>
              <b>{signed(whole(after) - whole(before))} dB</b> in all. {rows.length > 0 && loudestWords(rows)}
            </p>
            <FigureWithTable
              title="Difference by third-octave band"
              caption="Above the line: louder in the second recording. Bands as in IEC 61260-1."
              columns={['Band, Hz', 'Before, dB', 'After, dB', 'Difference, dB']}
              rows={rows.map((r) => [r.hz, number(r.before, 3), number(r.after, 3), signed(r.difference)])}
            >
              <BandBars rows={rows} />
            </FigureWithTable>
            <StoreReading
              printerId={printerId}
              instrument="Sound, difference"
              values={[{ name: 'sound level', value: whole(after) - whole(before) }]}
            />
          </>
        ) : (
          <p className="quiet">Record, or drop, two sounds of the same machine.</p>
        )}
      </div>
    </div>
  )
}

const signed = (value: number) => `${value > 0 ? '+' : ''}${number(value, 3)}`

function loudestWords(rows: { hz: number; difference: number }[]): string {
  const most = rows.reduce((a, b) => (Math.abs(b.difference) > Math.abs(a.difference) ? b : a))
  return `Most changed: around ${most.hz} Hz, ${signed(most.difference)} dB.`
}

function Recording(props: { label: string; bands: SoundBand[] | null; onBands: (bands: SoundBand[]) => void }) {
  const { label, bands, onBands } = props
  const [problem, setProblem] = useState<unknown>(null)
  const take = async (sound: Sound | Promise<Sound>) => {
    setProblem(null)
    await bandsOf(await sound).then(onBands, setProblem)
  }
  return (
    <fieldset className={classes.store}>
      <legend>{label}</legend>
      {bands ? `Here: ${number(sumOfLevels(bands.map(({ level }) => level)), 3)} dB below full scale` : 'Not yet.'}
      <RecordButton label="Record five seconds" seconds={5} onSound={take} />
      <FileButton onChange={(file) => file && void readSound(file).then(take, setProblem)} accept="audio/*">
        {(button) => (
          <Button {...button} variant="default" size="sm" mt="xs" aria-label={`${label}: from a sound file`}>
            From a sound file
          </Button>
        )}
      </FileButton>
      <Problem error={problem} />
    </fieldset>
  )
}

const height = 260

function BandBars({ rows }: { rows: { hz: number; difference: number }[] }) {
  const { ref, width } = useElementSize()
  const most = Math.max(6, ...rows.map(({ difference }) => Math.abs(difference)))
  const y = scaleLinear([-most, most], [height - margin.bottom, margin.top])
  const each = Math.max(4, (width - margin.left - margin.right) / Math.max(1, rows.length))
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label="Difference of the two recordings by band"
          className={classes.mesh}
          style={{ maxWidth: '100%' }}
        >
          {y.ticks(5).map((t) => (
            <text key={t} x={margin.left - 8} y={y(t) + 4} textAnchor="end" fontSize="12" fill="var(--quiet)">
              {signed(t)}
            </text>
          ))}
          <line x1={margin.left} x2={width - margin.right} y1={y(0)} y2={y(0)} stroke="var(--ink)" />
          {rows.map(({ hz, difference }, i) => (
            <g key={hz} transform={`translate(${margin.left + i * each} 0)`}>
              <rect
                x={1}
                width={each - 2}
                y={Math.min(y(0), y(difference))}
                height={Math.abs(y(difference) - y(0))}
                fill={difference > 0 ? 'var(--soon)' : 'var(--fine)'}
              />
              {i % 4 === 0 && (
                <text x={each / 2} y={height - 18} textAnchor="middle" fontSize="12" fill="var(--quiet)">
                  {hz}
                </text>
              )}
            </g>
          ))}
          <text x={width - margin.right} y={height - 3} textAnchor="end" fontSize="12.5" fill="var(--ink)">
            band, Hz
          </text>
        </svg>
      )}
    </div>
  )
}
