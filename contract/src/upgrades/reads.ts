import { read } from '../read.ts'
import type { StandingRule, UpgradeCandidate, UpgradePage, UpgradesPage } from './pages.ts'

export const upgrades = read<UpgradesPage>()({
  path: '/upgrades',
  summary: 'Designs of upgrades: what they should save, whether they helped, where to begin',
  right: 'read',
  shows: ['people', 'upgrades'],
  restsOn: ['upgradeWatch'],
})

export const standingRules = read<StandingRule[]>()({
  path: '/upgrades/rules',
  summary: 'Which part goes in when one of a type fails',
  right: 'read',
  shows: ['people', 'upgrades'],
})

export const candidates = read<UpgradeCandidate[]>()({
  path: '/upgrades/:id/candidates',
  summary: 'Printers that could get an upgrade',
  right: 'read',
  about: 'upgrade',
  shows: ['parts', 'printers', 'upgrades'],
})

export const upgrade = read<UpgradePage>()({
  path: '/upgrades/:id',
  summary: 'One design: versions, installations, campaigns, before and after',
  right: 'read',
  about: 'upgrade',
  shows: ['parts', 'people', 'printers', 'upgrades'],
  restsOn: ['upgradeWatch'],
})
