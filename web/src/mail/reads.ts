import useSWR from 'swr'
import type { MailPage } from '@diatribon/contract'

export const useMailPage = () => useSWR<MailPage, unknown>('/api/mail')
