import { Link } from 'react-router'
import type { LifeSummary } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import table from '../ui/Table.module.css'
import { amount, plural, wholeMoney } from '../ui/words.ts'
import { LifeBar } from './LifeBar.tsx'
import classes from './Lives.module.css'
import { replacedAt, whenReplaced } from './policyNames.ts'
import { useLives } from '../reads/lives.ts'

/** Every part type: how long it lasts here, the rule that holds, and what is asked of the lead; most money first. */
export function LivesPage() {
  const lives = useLives()
  return (
    <>
      <PageHead
        title="Lives"
        says="How long parts last here, how sure that is, and which rule to keep. What is asked of the lead comes first, by what it is worth; then what costs most."
      />
      <p style={{ margin: '0 0 0.75rem', display: 'flex', gap: '1.25rem', flexWrap: 'wrap' }}>
        <Link to="/lives/repairs">Repairs over time</Link>
        <Link to="/lives/score">Scorecard: did it come true?</Link>
        <Link to="/trainer">Trainer: what the rules are worth</Link>
      </p>
      <AsyncView of={lives}>
        {({ lives: rows }) =>
          rows.length === 0 ? <Nothing title="The catalogue has no part types yet." /> : <PartTypes rows={rows} />
        }
      </AsyncView>
    </>
  )
}

function PartTypes({ rows }: { rows: LifeSummary[] }) {
  return (
    <DataTable label="Part types" stacks>
      <thead>
        <tr>
          <th>Part type</th>
          <th>Typical life (95 % limits)</th>
          <th className={table.right}>Replaced at</th>
          <th className={table.right}>Costs a year</th>
          <th className={table.right}>Saves a year</th>
          <th>Asked of the lead</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Line key={row.partType.id} row={row} />
        ))}
      </tbody>
    </DataTable>
  )
}

function Line({ row }: { row: LifeSummary }) {
  const { site } = useSession()
  const { partType, clock, failures, inPlace, known, inForce, costInYear, savesInYear, asks } = row
  const year = (minor: number) => wholeMoney(minor, site.currency)
  return (
    <tr>
      <td>
        <Link to={`/lives/${partType.id}`}>
          <b>{partType.name}</b>
        </Link>
        <div className="quiet">
          {inPlace} in place, {plural(failures, 'failure')}
        </div>
      </td>
      <td>
        <LifeBar known={known} clock={clock} interval={replacedAt(inForce)} />
      </td>
      <td className={table.right}>
        <b>{whenReplaced(inForce, (age) => amount(age, clock))}</b>
        <div className="quiet">
          {inForce.isAdopted ? 'adopted' : inForce.policy === 'learned age' ? 'learned' : 'catalogue'}
        </div>
      </td>
      <td className={table.right}>{costInYear ? year(costInYear.mean) : 'not known'}</td>
      <td className={table.right}>
        {savesInYear && Math.abs(savesInYear.mean) >= 50 ? (
          <>
            {year(savesInYear.mean)}
            {savesInYear.limits[0] !== savesInYear.limits[1] && (
              <div className="quiet">
                {year(savesInYear.limits[0])} to {year(savesInYear.limits[1])}
              </div>
            )}
          </>
        ) : (
          <span className="quiet">nothing</span>
        )}
      </td>
      <td className={classes.asks}>{asks ? asks.words : <span className="quiet">nothing</span>}</td>
    </tr>
  )
}
