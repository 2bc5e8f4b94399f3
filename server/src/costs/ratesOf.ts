import { eq } from 'drizzle-orm'
import type { CostRates } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { costRates, site } from '../platform/tables.ts'

/** By which rates costs are reckoned; work alone where nobody has set the rest. */
export async function ratesOf(db: Db): Promise<CostRates> {
  const [row] = await db
    .select({ labour: site.labourCostMinorPerHour, rates: costRates })
    .from(site)
    .leftJoin(costRates, eq(costRates.id, site.id))
    .limit(1)
  const { roles = {}, powerMinorPerKWh = null, watts = null, filamentMinorPerKg = null } = row?.rates ?? {}
  return { labourMinorPerHour: row?.labour ?? 0, roles, powerMinorPerKWh, watts, filamentMinorPerKg }
}
