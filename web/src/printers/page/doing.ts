/** What somebody is doing on the page of a printer: the dialog that is open. */
export type Doing =
  | {
      what:
        | 'count'
        | 'note'
        | 'hold'
        | 'move'
        | 'retire'
        | 'finish'
        | 'fault'
        | 'duty'
        | 'guard'
        | 'add slot'
        | 'empty slot'
        | 'leave slot'
        | 'limits'
        | 'repair'
        | 'loan'
    }
  | { what: 'swap'; slotId: string | null }
  | { what: 'kit'; kit: string }
