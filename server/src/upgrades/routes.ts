import { Router } from 'express'
import type { UpgradesPage } from '@diatribon/contract'
import { freshFor, idFrom, requires, type Services } from '../services/services.ts'
import { candidatesOf, standingRules, upgradePage, upgradesPage } from './pages.ts'

export function upgradesRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/upgrades', requires(services, 'read'), async (request, response) => {
    const fresh = await freshFor(services, request, 'upgradeWatch', 'everyone')
    response.json({ fresh, ...(await upgradesPage(db)) } satisfies UpgradesPage)
  })
  router.get('/upgrades/rules', requires(services, 'read'), async (_request, response) => {
    response.json(await standingRules(db))
  })
  router.get('/upgrades/:id/candidates', requires(services, 'read'), async (request, response) => {
    response.json(await candidatesOf(db, idFrom(request, 'upgrade')))
  })
  router.get('/upgrades/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'upgrade')
    await freshFor(services, request, 'upgradeWatch', [id])
    response.json(await upgradePage(db, id))
  })
  return router
}
