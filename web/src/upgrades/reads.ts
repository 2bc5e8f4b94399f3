import useSWR from 'swr'
import type { StandingRule, UpgradePage, UpgradesPage } from '@diatribon/contract'

export const useUpgrades = () => useSWR<UpgradesPage, unknown>('/api/upgrades')
export const useUpgrade = (id: string | null) => useSWR<UpgradePage, unknown>(id ? `/api/upgrades/${id}` : null)
export const useStandingRules = () => useSWR<StandingRule[], unknown>('/api/upgrades/rules')
