import { Badge } from '@mantine/core'
import type { ComparedPolicy, LifePage, PolicyChoice } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import { amount, chance, money, number } from '../ui/words.ts'
import { policySays, whenReplaced } from './policyNames.ts'

/** The rules side by side: what each costs, how often parts fail by it, how long printers stand still, and how likely it is best. */
export function PoliciesTable(props: {
  page: LifePage
  policies: ComparedPolicy[]
  recommended: PolicyChoice
  isTried: boolean
}) {
  const { page, policies, recommended, isTried } = props
  const { site } = useSession()
  const { clock, perYear, inForce, hoursDownPerFailure, evidence } = page
  const per = clock === 'hours' ? '1,000 h' : `1,000 ${clock}`
  const cash = (minor: number) => money(minor, site.currency)
  const inYear = (rate: number) => number(rate * perYear, 2)
  const down = (policy: ComparedPolicy) => perYear * hoursDown(policy, evidence, hoursDownPerFailure)
  return (
    <DataTable label="Rules side by side" stacks>
      <thead>
        <tr>
          <th>Rule</th>
          <th className={table.right}>Replaced at</th>
          <th className={table.right}>Cost per {per}</th>
          <th className={table.right}>Failures a year</th>
          <th className={table.right}>Hours down a year</th>
          <th className={table.right}>Chance that it is best</th>
        </tr>
      </thead>
      <tbody>
        {policies.map((policy) => (
          <tr key={policy.policy}>
            <td>
              {policySays[policy.policy]}
              {policy.policy === 'change together' && evidence.together && (
                <div className="quiet">{evidence.together.slots.join(', ')}</div>
              )}
              <div>
                {policy.policy === recommended.policy && <Badge variant="light">recommended</Badge>}{' '}
                {!isTried && isInForce(policy, inForce) && <Badge variant="default">in force</Badge>}
              </div>
            </td>
            <td className={table.right}>{whenReplaced(policy, (age) => amount(age, clock))}</td>
            <td className={table.right}>
              {cash(1000 * policy.cost.mean)}
              <div className="quiet">
                {cash(1000 * policy.cost.limits[0])} to {cash(1000 * policy.cost.limits[1])}
              </div>
            </td>
            <td className={table.right}>
              {inYear(policy.failures.mean)}
              <div className="quiet">
                {inYear(policy.failures.limits[0])} to {inYear(policy.failures.limits[1])}
              </div>
            </td>
            <td className={table.right}>{number(down(policy), 2)}</td>
            <td className={table.right}>{chance(policy.chanceBest)}</td>
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

/** Hours that a printer stands still for each unit of age: at failures, at planned work, and while somebody looks. */
function hoursDown(
  { policy, interval, failures, planned }: ComparedPolicy,
  { minutes, together, looks }: LifePage['evidence'],
  hoursDownPerFailure: number,
): number {
  const work = policy === 'change together' && together ? minutes - together.sharedMinutes : minutes
  const looking = policy === 'look and replace on condition' && looks && interval ? looks.minutes / interval : 0
  return failures.mean * hoursDownPerFailure + (planned.mean * work + looking) / 60
}

function isInForce(policy: PolicyChoice, inForce: PolicyChoice): boolean {
  if (policy.policy !== inForce.policy) return false
  if (policy.interval === null || inForce.interval === null) return true
  return Math.abs(policy.interval / inForce.interval - 1) < 0.005
}
