import { given } from '@diatribon/core'
import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import type { ForecastPage, PrinterHead } from '@diatribon/contract'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { hours, shortDay } from '../ui/words.ts'
import classes from './ForecastView.module.css'
import { useForecast } from './reads.ts'

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
                About <b>{hours(page.weekMean)}</b> in an open week, give or take {hours(1.2816 * page.weekSd)} in eight
                weeks of ten. Due dates go by this.
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

const row = 34
const nameWidth = 100

function Week({ weekdays }: { weekdays: NonNullable<ForecastPage['weekdays']> }) {
  const { ref, width } = useElementSize()
  const days = order.map((weekday) => given(weekdays[weekday]))
  const most = Math.max(1, ...days.map(({ high }) => high))
  const x = scaleLinear([0, most], [0, Math.max(60, width - nameWidth - 70)]).nice()
  return (
    <FigureWithTable
      title="Hours by day of the week"
      caption="Bar: mean, younger weeks weighing more. Line: eight days of ten. Closed days are left out."
      columns={['Day', 'Mean', 'From', 'To']}
      rows={days.map(({ weekday, closed, mean, low, high }) =>
        closed
          ? [given(names[weekday]), 'closed', '', '']
          : [given(names[weekday]), hours(mean), hours(low), hours(high)],
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
            {days.map(({ weekday, closed, mean, low, high }, i) => (
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
                    <path
                      d={`M${x(low)} ${row / 2} H${x(high)} M${x(low)} ${row / 2 - 5} v10 M${x(high)} ${row / 2 - 5} v10`}
                      className={classes.range}
                    />
                    <text x={x(high) + 8} y={row / 2 + 5} className={classes.quiet}>
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
