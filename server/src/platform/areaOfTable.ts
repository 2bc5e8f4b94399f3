import { getTableName, is } from 'drizzle-orm'
import { PgTable } from 'drizzle-orm/pg-core'
import type { Area } from '@diatribon/contract'
import * as book from './tables/book.ts'
import * as checks from './tables/checks.ts'
import * as enclosure from './tables/enclosure.ts'
import * as faults from './tables/faults.ts'
import * as hours from './tables/hours.ts'
import * as mail from './tables/mail.ts'
import * as notices from './tables/notices.ts'
import * as parts from './tables/parts.ts'
import * as people from './tables/people.ts'
import * as plan from './tables/plan.ts'
import * as policies from './tables/policies.ts'
import * as presence from './tables/presence.ts'
import * as printers from './tables/printers.ts'
import * as readings from './tables/readings.ts'
import * as stores from './tables/stores.ts'
import * as upgrades from './tables/upgrades.ts'

/** A table belongs to the area whose file declares it. */
const files: Record<Area, object> = {
  book,
  checks,
  enclosure,
  faults,
  hours,
  mail,
  notices,
  parts,
  people,
  plan,
  policies,
  presence,
  printers,
  readings,
  stores,
  upgrades,
}

const areaByName = new Map(
  (Object.entries(files) as [Area, object][]).flatMap(([area, file]) =>
    Object.values(file).flatMap((table: unknown) => (is(table, PgTable) ? [[getTableName(table), area] as const] : [])),
  ),
)

/** The area of a table by its name in the database; undefined: it holds no facts, as those of kept figures. */
export const areaOfTable = (name: string): Area | undefined => areaByName.get(name)

/** Names of the tables that belong to an area. */
export const tablesWithArea: readonly string[] = [...areaByName.keys()]
