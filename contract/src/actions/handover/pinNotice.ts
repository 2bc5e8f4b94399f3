import { dayField, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A notice that everybody sees until a day. */
export interface PinNotice extends ActionHeader<'pin-notice'> {
  noticeId: string
  text: string
  until: string
}

export const pinNotice: ActionShape<PinNotice> = {
  schema: siteAction<PinNotice>('pin-notice', {
    noticeId: uuid.required(),
    text: words(1000).required(),
    until: dayField.required(),
  }),
  summary: 'Pin a notice until a day.',
}
