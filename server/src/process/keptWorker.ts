import { forLongWork, openDatabase, type Database } from '../platform/database.ts'
import { workOut } from '../kept/workOut.ts'
import { figures } from './figures.ts'
import type { KeptTask } from '../kept/kept.ts'

let database: Database | undefined

/** Works out kept figures beside the threads that answer requests. @returns whose figure is another than before */
export default function reckonInThread({ databaseUrl, name, ids, nowMs }: KeptTask): Promise<string[]> {
  database ??= openDatabase(databaseUrl, 2, forLongWork)
  return workOut(database.pool, figures, name, ids, new Date(nowMs))
}
