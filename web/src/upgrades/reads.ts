import useSWR from 'swr'
import type { StandingRule, UpgradeCandidate, UpgradePage, UpgradesPage } from '@diatribon/contract'

export const useUpgrades = () => useSWR<UpgradesPage, unknown>('/api/upgrades')
export const useUpgrade = (id: string | null) => useSWR<UpgradePage, unknown>(id ? `/api/upgrades/${id}` : null)
export const useStandingRules = () => useSWR<StandingRule[], unknown>('/api/upgrades/rules')
export const useCandidates = (id: string) => useSWR<UpgradeCandidate[], unknown>(`/api/upgrades/${id}/candidates`)
