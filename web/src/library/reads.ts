import useSWR from 'swr'
import type { LibraryOffer } from '@diatribon/contract/library'

/** What the starter library offers, and what of it is here. */
export const useLibrary = () => useSWR<LibraryOffer[], unknown>('/api/library')
