import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useUpgrades = () => useRead(reads.upgrades)
export const useUpgrade = (id: string | null) => useRead(reads.upgrade, id === null ? null : { id })
export const useStandingRules = () => useRead(reads.standingRules)
export const useCandidates = (id: string) => useRead(reads.candidates, { id })
