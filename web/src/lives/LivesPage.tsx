import { Link } from 'react-router'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { amount } from '../ui/words.ts'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import classes from './Lives.module.css'
import { useLives } from './reads.ts'

/** What an interval rests on. */
const basisWords: Record<string, string> = {
  'own history': 'own history',
  'too few failures': 'the catalogue: too few have failed here',
  'does not wear out': 'the catalogue: age makes no difference',
  'too little to gain': 'the catalogue: replacing early saves next to nothing',
  'no fit': 'the catalogue: the failures are too much alike',
  'no price yet': 'the catalogue: no price yet',
}

/** Every part type: how many were fitted and failed, and the interval that follows. */
export function LivesPage() {
  const lives = useLives()
  return (
    <>
      <PageHead
        title="Lives"
        says="How long parts last here, and when to replace them. Only wear teaches a life: upgrades, breakage and early replacements count as still good when they came out."
      />
      <AsyncView of={lives}>
        {(rows) =>
          rows.length === 0 ? (
            <Nothing title="The catalogue has no part types yet." />
          ) : (
            <DataTable label="Part types" stacks>
              <thead>
                <tr>
                  <th>Part type</th>
                  <th className={table.right}>Fitted</th>
                  <th className={table.right}>Ended by wear</th>
                  <th className={table.right}>Typical life</th>
                  <th className={table.right}>Interval</th>
                  <th className={classes.basis}>Rests on</th>
                </tr>
              </thead>
              <tbody>
                {rows.map(({ partType, clock, fitted, failures, fit, interval, basis }) => (
                  <tr key={partType.id}>
                    <td>
                      <Link to={`/lives/${partType.id}`}>
                        <b>{partType.name}</b>
                      </Link>
                      <div className="quiet">{partType.slotKind}</div>
                    </td>
                    <td className={table.right}>{fitted}</td>
                    <td className={table.right}>{failures}</td>
                    <td className={table.right}>{fit && failures >= 3 ? amount(fit.scale, clock) : 'not known'}</td>
                    <td className={table.right}>
                      <b>{amount(interval, clock)}</b>
                    </td>
                    <td className={classes.basis}>{basisWords[basis] ?? basis}</td>
                  </tr>
                ))}
              </tbody>
            </DataTable>
          )
        }
      </AsyncView>
    </>
  )
}
