import { Router } from 'express'
import { Refusal } from '../platform/refusal.ts'
import { requires, signedIn, type Services } from '../services/services.ts'

const longestList = 1000

/** POST /actions: one action, a list, or `{ together: true, actions: [...] }` for all or none. */
export function actionRoutes(services: Services): Router {
  const router = Router()
  router.post('/actions', requires(services, 'send actions'), async (request, response) => {
    const { person, site } = signedIn(request)
    const body: unknown = request.body
    services.kept.wrote(person.id)
    const list = Array.isArray(body) ? body : (body as { actions?: unknown } | null)?.actions
    if (list === undefined) {
      const result = await services.door.one(body, person, site.id)
      if (!result.ok) {
        const { code, message, fields } = result.error
        throw new Refusal(result.status as Refusal['status'], code, message, fields)
      }
      response.status(201).json({ entry: result.entry })
      return
    }
    if (!Array.isArray(list) || list.length === 0 || list.length > longestList)
      throw new Refusal(400, 'bad-input', `A list holds from 1 to ${longestList} actions.`, {
        actions: 'wrong length',
      })
    const together = (body as { together?: unknown }).together === true
    const results = await services.door.list(list, together, person, site.id)
    response.status(together && results.some(({ ok }) => !ok) ? 409 : 200).json({ results })
  })
  return router
}
