import type { PrinterPage } from '@diatribon/contract'
import { DutyForm } from '../../forms/DutyForm.tsx'
import { FaultForm } from '../../forms/FaultForm.tsx'
import { GuardForm } from '../../faults/GuardForm.tsx'
import { CountForm } from '../../hours/CountForm.tsx'
import { FinishJobForm } from '../../jobs/FinishJobForm.tsx'
import { AddSlotForm } from '../AddSlotForm.tsx'
import { EmptySlotForm } from '../EmptySlotForm.tsx'
import { HoldForm } from '../../forms/HoldForm.tsx'
import { LeaveSlotForm } from '../LeaveSlotForm.tsx'
import { LimitsForm } from '../LimitsForm.tsx'
import { RepairForm } from '../RepairForm.tsx'
import { LoanForm } from '../LoanForm.tsx'
import { MovePartForm } from '../MovePartForm.tsx'
import { NoteForm } from '../../forms/NoteForm.tsx'
import { RetireForm } from '../RetireForm.tsx'
import { SwapKitForm } from '../SwapKitForm.tsx'
import { SwapPartForm } from '../../forms/SwapPartForm.tsx'
import type { Doing } from './doing.ts'

/** The dialog of what somebody is doing. */
export function PrinterDialog({ doing, page, onClose }: { doing: Doing; page: PrinterPage; onClose: () => void }) {
  const { printer, job } = page
  switch (doing.what) {
    case 'count':
      return <CountForm printer={printer} onClose={onClose} />
    case 'note':
      return <NoteForm printer={printer} onClose={onClose} />
    case 'fault':
      return <FaultForm printer={printer} onClose={onClose} />
    case 'duty':
      return <DutyForm printer={printer} onClose={onClose} />
    case 'guard':
      return <GuardForm printer={printer} onClose={onClose} />
    case 'hold':
      return <HoldForm printer={printer} onClose={onClose} />
    case 'kit':
      return <SwapKitForm page={page} kitName={doing.kit} onClose={onClose} />
    case 'move':
      return <MovePartForm page={page} onClose={onClose} />
    case 'add slot':
      return <AddSlotForm page={page} onClose={onClose} />
    case 'empty slot':
      return <EmptySlotForm page={page} onClose={onClose} />
    case 'leave slot':
      return <LeaveSlotForm page={page} onClose={onClose} />
    case 'limits':
      return <LimitsForm page={page} onClose={onClose} />
    case 'loan':
      return <LoanForm printer={printer} onClose={onClose} />
    case 'repair':
      return <RepairForm page={page} slotId={null} onClose={onClose} />
    case 'retire':
      return <RetireForm printer={printer} onClose={onClose} />
    case 'finish':
      return job && <FinishJobForm printer={printer} job={job} onClose={onClose} />
    case 'swap':
      return <SwapPartForm page={page} slotId={doing.slotId} onClose={onClose} />
  }
}
