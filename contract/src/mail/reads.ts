import { read } from '../read.ts'
import type { MailPage } from './mail.ts'

export const mail = read<MailPage>()({
  path: '/mail',
  summary: 'The own morning mail, and for leads the mail server',
  right: 'read',
  shows: ['mail'],
})
