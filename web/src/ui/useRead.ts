import useSWR, { type SWRConfiguration } from 'swr'
import { read } from './api.ts'
import { addressOf, type Asked, type Read, type ReadDeclaration } from '@diatribon/contract'

type Rest<Answer, Declaration extends ReadDeclaration> =
  Record<never, never> extends Asked<Declaration>
    ? [asked?: Asked<Declaration> | null, options?: SWRConfiguration<Answer, unknown>]
    : [asked: Asked<Declaration> | null, options?: SWRConfiguration<Answer, unknown>]

/**
 * What a read answers, kept up to date with what others do.
 * @param of its declaration in the contract
 * @param rest what its address is made with (null: nothing is fetched), and how SWR keeps it
 */
export function useRead<Answer, Declaration extends ReadDeclaration>(
  of: Read<Answer, Declaration>,
  ...[asked, options]: Rest<Answer, Declaration>
) {
  return useSWR<Answer, unknown>(asked === null ? null : addressOf(of, asked ?? ({} as Asked<Declaration>)), options)
}

/** The same, once and now. */
export const readNow = <Answer, Declaration extends ReadDeclaration>(
  of: Read<Answer, Declaration>,
  asked: Asked<Declaration>,
): Promise<Answer> => read<Answer>(addressOf(of, asked))
