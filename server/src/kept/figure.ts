import type pg from 'pg'
import type { Db } from '../platform/database.ts'
import type { FigureName } from '@diatribon/contract'

/** What a figure is worked out with: one transaction, the moment, and the figures that it rests on. */
export interface Reckoning {
  client: pg.PoolClient
  db: Db
  now: Date
}

export interface Reckoned<Result, More = unknown> {
  result: Result
  /** What `store` writes beside the result. */
  more?: More
  /** When it holds no longer, though nothing was touched; null: it holds. */
  holdsUntil: Date | null
}

/** How a kept figure is worked out. It depends on the facts, the moment and the figures it rests on, and on nothing else. */
export interface Figure<Result = unknown, More = unknown> {
  name: FigureName
  /** Figures of the same printers that are brought up to date first. */
  restsOn?: readonly FigureName[]
  /** Figures of everyone that must have been worked out once. */
  needs?: readonly FigureName[]
  reckon(at: Reckoning, ids: string[]): Promise<Map<string, Reckoned<Result, More>>>
  /** What else is written with it: rows of its own, and what it makes stale. @param changed those whose result is another */
  store?(at: Reckoning, results: Map<string, Reckoned<Result, More>>, changed: string[]): Promise<void>
}
