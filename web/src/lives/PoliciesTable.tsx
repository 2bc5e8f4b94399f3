import { Badge } from '@mantine/core'
import type { ComparedPolicy, LifePage, PolicyChoice } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import { amount, chance, money, number } from '../ui/words.ts'
import { policySays } from './policyNames.ts'

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
  const down = ({ failures, planned }: ComparedPolicy) =>
    perYear * (failures.mean * hoursDownPerFailure + (planned.mean * evidence.minutes) / 60)
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
              <div>
                {policy.policy === recommended.policy && <Badge variant="light">recommended</Badge>}{' '}
                {!isTried && isInForce(policy, inForce) && <Badge variant="default">in force</Badge>}
              </div>
            </td>
            <td className={table.right}>{policy.interval === null ? 'its failure' : amount(policy.interval, clock)}</td>
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
        {!isTried && <OnCondition page={page} cash={cash} inYear={inYear} />}
      </tbody>
    </DataTable>
  )
}

/** Looking and replacing on condition, where looks have taught enough: by the delay from a defect to its failure. */
function OnCondition(props: { page: LifePage; cash: (minor: number) => string; inYear: (rate: number) => string }) {
  const { page, cash, inYear } = props
  const { looks, clock, inForce } = page
  if (!looks || looks.interval === null || looks.costRate === null || looks.failureRate === null) return null
  return (
    <tr>
      <td>
        {policySays['look and replace on condition']}
        <div>{inForce.policy === 'look and replace on condition' && <Badge variant="default">in force</Badge>}</div>
      </td>
      <td className={table.right}>
        looked at every
        <br />
        {amount(looks.interval, clock)}
      </td>
      <td className={table.right}>
        {cash(1000 * looks.costRate)}
        {looks.costLimits && (
          <div className="quiet">
            {cash(1000 * looks.costLimits[0])} to {cash(1000 * looks.costLimits[1])}
          </div>
        )}
      </td>
      <td className={table.right}>{inYear(looks.failureRate)}</td>
      <td className={table.right}>
        <span className="quiet">not compared</span>
      </td>
      <td className={table.right}>
        <span className="quiet">not compared</span>
      </td>
    </tr>
  )
}

function isInForce(policy: PolicyChoice, inForce: PolicyChoice): boolean {
  if (policy.policy !== inForce.policy) return false
  if (policy.interval === null || inForce.interval === null) return true
  return Math.abs(policy.interval / inForce.interval - 1) < 0.005
}
