import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A notice is taken down before its day. */
export interface UnpinNotice extends ActionHeader<'unpin-notice'> {
  noticeId: string
}

export const unpinNotice: ActionShape<UnpinNotice> = {
  schema: siteAction<UnpinNotice>('unpin-notice', { noticeId: uuid.required() }),
  summary: 'Take a notice down.',
}
