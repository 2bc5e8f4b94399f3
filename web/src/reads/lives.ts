import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useLives = () => useRead(reads.lives)
export const useScore = () => useRead(reads.score)
export const useRepairs = () => useRead(reads.repairs)
export const useLife = (id: string) => useRead(reads.life, { id })
