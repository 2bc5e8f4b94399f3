import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PrinterHead, ReadingSeries } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { hours, moment, number } from '../ui/words.ts'
import { AdjustForm } from './AdjustForm.tsx'
import { drawnPoints, ReadingChart } from './ReadingChart.tsx'
import { ReadingForm } from './ReadingForm.tsx'
import classes from './Readings.module.css'
import { limitsWords, verdictWords } from './seriesWords.ts'
import { useSeries } from '../reads/readings.ts'

/** What was measured on a printer, and what it is about to do. */
export function PrinterReadings({ printer }: { printer: PrinterHead }) {
  const { may } = useSession()
  const series = useSeries(printer.id)
  const [doing, setDoing] = useState<'measure' | 'adjust' | null>(null)
  const close = () => setDoing(null)
  return (
    <>
      {may('measure printers') && (
        <p style={{ display: 'flex', gap: 10, flexWrap: 'wrap', margin: '0 0 0.5rem' }}>
          <Button size="sm" onClick={() => setDoing('measure')}>
            Keep a reading
          </Button>
          <Button size="sm" variant="default" onClick={() => setDoing('adjust')}>
            I adjusted something
          </Button>
          <Button size="sm" variant="subtle" component={Link} to={`/bench?printer=${printer.id}`}>
            To the instruments
          </Button>
        </p>
      )}
      <AsyncView of={series}>
        {(all) =>
          all.length === 0 ? (
            <Nothing title="Nothing has been measured here yet." />
          ) : (
            <div className={classes.grid}>
              {[...all]
                .sort(
                  (a, b) => Number(b.lists !== null) - Number(a.lists !== null) || b.points.length - a.points.length,
                )
                .map((one) => (
                  <Series key={one.kindId} series={one} />
                ))}
            </div>
          )
        }
      </AsyncView>
      {doing === 'measure' && <ReadingForm printer={printer} onClose={close} />}
      {doing === 'adjust' && <AdjustForm printer={printer} onClose={close} />}
    </>
  )
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

function Series({ series }: { series: ReadingSeries }) {
  const { site } = useSession()
  const { name, unit, points, limits, lists, marks, family } = series
  const isDrifting = lists !== null
  const last = given(points[points.length - 1])
  const verdict = verdictWords(series, site.timeZone)
  const happened = [
    ...points.map((point) => ({
      at: point.at,
      hours: point.hours,
      words: `${number(point.value, 5)} ${unit}`,
      source: point.family === null ? point.source : `${point.source}, ${point.family}`,
    })),
    ...marks.map((mark) => ({
      at: mark.at,
      hours: mark.hours,
      words: mark.words,
      source: mark.restarts ? 'begins anew' : mark.isMaterial ? 'another material' : 'adjusted',
    })),
  ].sort((a, b) => b.at.localeCompare(a.at))
  return (
    <FigureWithTable
      title={`${name}: ${number(last.value, 5)} ${unit}`}
      caption={
        <>
          Limits: {limitsWords(limits, unit)}.{family !== null && ` Judged by its readings with ${family} alone.`}
          {drawnPoints(points).length < points.length && ' The newest are drawn; the table has all.'}
          {verdict.length > 0 && (
            <span className={isDrifting ? classes.drifts : classes.verdict}>
              {isDrifting ? <b>Drifting: {verdict.join('; ')}.</b> : `${capital(verdict.join('; '))}.`}
            </span>
          )}
        </>
      }
      columns={['When', 'Running hours', 'What', 'From']}
      rows={happened.map((row) => [moment(row.at, site.timeZone), hours(row.hours), row.words, row.source])}
    >
      <ReadingChart series={series} />
    </FigureWithTable>
  )
}
