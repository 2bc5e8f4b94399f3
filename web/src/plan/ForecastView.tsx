import { given } from '@diatribon/core'
import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import type { ForecastPage, PrinterHead } from '@diatribon/contract'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { hours, number, shortDay } from '../ui/words.ts'
import classes from './ForecastView.module.css'
import { useForecast } from '../reads/plan.ts'

const names = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
/** The week begins on Monday, as on the timetable at the door. */
const order = [1, 2, 3, 4, 5, 6, 0]

/** What a printer is expected to run on each day of the week. */
export function ForecastView({ printer }: { printer: PrinterHead }) {
  const forecast = useForecast(printer.id)
  return (
    <section aria-label="Forecast">
      <AsyncView of={forecast}>
        {(page) =>
          page.weekdays === null ? (
            <p>Too little has been counted for a forecast: it takes a week of counted days.</p>
          ) : (
            <>
              <p>
                About <b>{hours(page.weekMean)}</b> in an open week
                {page.weekOff === null
                  ? '. How far a week may lie off can be said after four weeks of counts; due dates have no range until then.'
                  : `, give or take ${hours(page.weekOff)} in eight weeks of ten.`}
                {growthWords(page.growth)} Due dates go by this.
              </p>
              <Week weekdays={page.weekdays} />
              <p className="quiet">
                The next days:{' '}
                {page.days
                  .slice(0, 7)
                  .map(({ day, closed, mean }) => `${shortDay(day)} ${closed ? 'closed' : hours(mean)}`)
                  .join(' · ')}
              </p>
            </>
          )
        }
      </AsyncView>
    </section>
  )
}

/** Growth that stands out from what is not known of it. */
function growthWords(growth: ForecastPage['growth']): string {
  if (!growth || Math.abs(growth.mean) < 1.3 * growth.sd) return ''
  return ` It runs ${number(Math.abs(100 * growth.mean), 2)} % ${growth.mean > 0 ? 'more' : 'less'} each week than the week before.`
}

const row = 34
const nameWidth = 100

function Week({ weekdays }: { weekdays: NonNullable<ForecastPage['weekdays']> }) {
  const { ref, width } = useElementSize()
  const days = order.map((weekday) => given(weekdays[weekday]))
  const most = Math.max(1, ...days.map(({ mean, limits }) => limits?.[1] ?? mean))
  const x = scaleLinear([0, most], [0, Math.max(60, width - nameWidth - 70)]).nice()
  return (
    <FigureWithTable
      title="Hours by day of the week"
      caption={
        days.some(({ limits }) => limits)
          ? 'Bar: mean, younger weeks weighing more. Line: eight days of ten. Closed days are left out.'
          : 'Bar: mean, younger weeks weighing more. Counts lie more than two days apart, so that nobody can say how single days scatter.'
      }
      columns={['Day', 'Mean', 'From', 'To']}
      rows={days.map(({ weekday, closed, mean, limits }) =>
        closed
          ? [given(names[weekday]), 'closed', '', '']
          : [given(names[weekday]), hours(mean), limits ? hours(limits[0]) : '', limits ? hours(limits[1]) : ''],
      )}
    >
      <div ref={ref} className={classes.frame}>
        {width > 0 && (
          <svg
            width={width}
            height={row * 7}
            role="img"
            aria-label="Expected running hours by day of the week; the table holds the same figures"
          >
            {days.map(({ weekday, closed, mean, limits }, i) => (
              <g key={weekday} transform={`translate(${nameWidth} ${i * row})`}>
                <text x={-10} y={row / 2 + 5} textAnchor="end" className={classes.name}>
                  {names[weekday]}
                </text>
                {closed ? (
                  <text x={4} y={row / 2 + 5} className={classes.quiet}>
                    closed
                  </text>
                ) : (
                  <>
                    <rect y={8} width={x(mean)} height={row - 16} className={classes.bar} />
                    {limits && (
                      <path
                        d={`M${x(limits[0])} ${row / 2} H${x(limits[1])} M${x(limits[0])} ${row / 2 - 5} v10 M${x(limits[1])} ${row / 2 - 5} v10`}
                        className={classes.range}
                      />
                    )}
                    <text x={x(limits?.[1] ?? mean) + 8} y={row / 2 + 5} className={classes.quiet}>
                      {hours(mean)}
                    </text>
                  </>
                )}
              </g>
            ))}
          </svg>
        )}
      </div>
    </FigureWithTable>
  )
}
