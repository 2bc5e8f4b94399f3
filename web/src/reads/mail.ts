import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useMailPage = () => useRead(reads.mail)
