import type { Request, Response, Router } from 'express'
import type { Freshness, Read, ReadDeclaration } from '@diatribon/contract'
import { settings } from '../kept/settings.ts'
import { leastFresh } from '../kept/leastFresh.ts'
import type { Database } from '../platform/database.ts'
import { freshFor, idFrom, requires, signedIn, type Services } from './services.ts'
import type { SignedIn } from './sessions.ts'

/** What an answer is made from. */
export interface Asking {
  /** Who asks. */
  reader: SignedIn['person']
  site: SignedIn['site']
  request: Request
  response: Response
  db: Database['db']
  now: Date
  /** What `:id` of the path is; empty where it has none. */
  id: string
  /** How far the kept figures that it rests on hold. */
  fresh: Freshness
}

/** An answer that was written out before, for several who ask. */
export class WrittenOut<Answer> {
  declare readonly answer?: Answer
  constructor(readonly json: string) {}
}

/** @returns a function that serves what is declared: its path, its right, its figures brought up to date, its answer */
export function readsOn(services: Services, router: Router) {
  return <Answer, Declaration extends ReadDeclaration>(
    of: Read<Answer, Declaration>,
    answer: (asking: Asking) => Promise<Answer | WrittenOut<Answer>> | Answer,
  ): void => {
    const { path, right, about }: ReadDeclaration = of
    if (right === null) throw new Error(`${path} asks for no sign-in: it is served by hand`)
    router.get(path, requires(services, right), async (request, response) => {
      const { person, site } = signedIn(request)
      const id = about === undefined ? '' : idFrom(request, about)
      const asking = {
        reader: person,
        site,
        request,
        response,
        db: services.database.db,
        now: services.clock(),
        id,
        fresh: await freshOf(services, request, of, id),
      }
      const found = await answer(asking)
      if (found instanceof WrittenOut) response.type('json').send(found.json)
      else response.json(found)
    })
  }
}

/** Brings up to date what a read rests on, as far as that is quickly done: of its own printer or part type, or of all. */
async function freshOf(
  services: Services,
  request: Request,
  { restsOn = [], restsOnAll = [], about }: ReadDeclaration,
  id: string,
): Promise<Freshness> {
  const all: Freshness[] = []
  for (const figure of restsOn)
    all.push(await freshFor(services, request, figure, settings[figure].about === about ? [id] : 'everyone'))
  for (const figure of restsOnAll) all.push(await freshFor(services, request, figure, 'everyone'))
  return all.length === 0 ? { asOf: null, waiting: 0 } : leastFresh(...all)
}
