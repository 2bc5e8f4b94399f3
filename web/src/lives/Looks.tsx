import type { LifePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { amount, money } from '../ui/words.ts'

/** What looks have taught, and how often to look: of all printers, and of each model with enough of its own. */
export function Looks({ page: { looks, clock } }: { page: LifePage }) {
  const { site } = useSession()
  if (!looks) return null
  const per = clock === 'hours' ? '1,000 h' : `1,000 ${clock}`
  const cash = (minor: number) => money(1000 * minor, site.currency)
  const names = looks.checks.map(({ content: { name }, every }) =>
    every === null ? `${name} (no turn by ${clock})` : `${name} (every ${amount(every, clock)})`,
  )
  return (
    <Section title="What looks have taught">
      <p>
        {looks.words}{' '}
        {names.length > 0 ? `Looked at by: ${names.join(', ')}.` : 'No check in use looks at it any more.'}
      </p>
      {looks.groups.length > 0 && (
        <DataTable label="How often to look" stacks>
          <thead>
            <tr>
              <th>Printers</th>
              <th className={table.right}>Cost now per {per}</th>
              <th className={table.right}>Cost at best per {per}</th>
              <th>How often to look</th>
            </tr>
          </thead>
          <tbody>
            {looks.groups.map(({ group, cost, costNow, words }) => (
              <tr key={group?.id ?? 'all'}>
                <td>{group?.name ?? 'All'}</td>
                <td className={table.right}>{costNow ? cash(costNow.mean) : <span className="quiet">no turn</span>}</td>
                <td className={table.right}>
                  {cash(cost.mean)}
                  <div className="quiet">
                    {cash(cost.limits[0])} to {cash(cost.limits[1])}
                  </div>
                </td>
                <td>{words}</td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
    </Section>
  )
}
