import { Router, type Request } from 'express'
import { costsQuery, momentAt, reads, type CostsQuery, type Freshness } from '@diatribon/contract'
import { badInput, checked } from '../platform/refusal.ts'
import { sendPdf } from '../platform/pdf.ts'
import { freshFor, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { costSheet } from './costSheet.ts'
import { costsPage } from './costsPage.ts'

export function costRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  const serve = readsOn(services, router)

  const costsOf = (request: Request, fresh: Freshness) => {
    const { from, until, by = 'printer', printer: printerId } = checked<CostsQuery>(costsQuery, request.query)
    const { timeZone } = signedIn(request).site
    const [start, end] = [momentAt(from, '00:00', timeZone), momentAt(until, '24:00', timeZone)]
    if (until < from) throw badInput('until', 'The last day lies before the first.')
    return costsPage(db, {
      fresh,
      from: new Date(start),
      until: new Date(end),
      by,
      timeZone,
      ...(printerId ? { printerId } : {}),
    })
  }
  serve(reads.costs, ({ request, fresh }) => costsOf(request, fresh))

  router.get('/costs/sheet', requires(services, 'read'), async (request, response) => {
    const { from, until } = checked<CostsQuery>(costsQuery, request.query)
    const page = await costsOf(request, await freshFor(services, request, 'costs', 'everyone'))
    const title = `Costs by ${page.by}, ${from} to ${until}`
    sendPdf(response, costSheet({ site: signedIn(request).site, page, title }), `costs-${from}-${until}.pdf`)
  })
  return router
}
