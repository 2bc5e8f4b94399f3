import { useState } from 'react'
import { useParams } from 'react-router'
import type { FaultPage, PrinterPage } from '@diatribon/contract'
import { Photos } from '../ui/PhotoButton.tsx'
import { Present } from '../forms/Present.tsx'
import { SwapPartForm } from '../forms/SwapPartForm.tsx'
import { usePrinter } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { NothingHere } from '../ui/NothingHere.tsx'
import { ChangeForm } from './ChangeForm.tsx'
import { CloseFaultForm } from './CloseFaultForm.tsx'
import classes from './Faults.module.css'
import { ReturnToService } from './ReturnToService.tsx'
import { TestForm } from './TestForm.tsx'
import { useFault } from '../reads/faults.ts'
import { Causes } from './desk/Causes.tsx'
import { DeskButtons, LayDownForm, TakeBackForm } from './desk/DeskButtons.tsx'
import { DeskHead, Closed, TakenBack } from './desk/DeskHead.tsx'
import type { Doing } from './desk/doing.ts'
import { NextTests } from './desk/NextTests.tsx'
import { SymptomSheet } from './desk/SymptomSheet.tsx'
import { TellOutcome, Tried } from './desk/Tried.tsx'

/** The desk of one fault: what it may be, what to do next, what was tried, and how it is closed. */
export function FaultDeskPage() {
  const { id = '' } = useParams()
  // An address that is none must not fetch what else lies under /api/faults.
  const isId = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id)
  const page = useFault(isId ? id : null)
  if (!isId)
    return (
      <NothingHere title="No such fault" says="There is no fault at this address." to="/faults" way="To all faults" />
    )
  return <AsyncView of={page}>{(data) => <Desk key={id} page={data} />}</AsyncView>
}

function Desk({ page }: { page: FaultPage }) {
  const { may } = useSession()
  const { fault, printer, diagnosis, steps, closed, takenBack, takeBackKey } = page
  const { data: machine } = usePrinter(printer.id)
  const [doing, setDoing] = useState<Doing | null>(null)
  const [all, setAll] = useState(false)
  const awaited = steps.find(({ kind, outcome }) => kind === 'change' && outcome === null)
  const awaits = awaited !== undefined
  const over = closed !== null || takenBack !== null
  const works = may('work on faults') && !over
  return (
    <>
      <DeskHead page={page} />
      <Present printerId={printer.id} doing="at the fault desk" />
      {fault.photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={fault.photos} />
        </div>
      )}
      {closed && <Closed closed={closed} />}
      {takenBack && <TakenBack takenBack={takenBack} />}
      {(works || takeBackKey) && <DeskButtons page={page} works={works} awaits={awaits} onDo={setDoing} />}
      {awaited && works && <TellOutcome page={page} step={awaited} />}
      <div className={classes.desk}>
        <div>
          <SymptomSheet page={page} works={works} over={over} />
          {diagnosis && !takenBack && <Causes {...{ diagnosis, works, awaits, all }} onAll={setAll} onDo={setDoing} />}
        </div>
        <div>
          {diagnosis && !over && (
            <NextTests diagnosis={diagnosis} out={page.printer.out} all={all} works={works} onDo={setDoing} />
          )}
          {!takenBack && <Tried page={page} />}
        </div>
      </div>
      {machine && <ReturnToService printer={machine.printer} />}
      {doing && <Dialog doing={doing} page={page} machine={machine} onClose={() => setDoing(null)} />}
    </>
  )
}

function Dialog(props: { doing: Doing; page: FaultPage; machine: PrinterPage | undefined; onClose: () => void }) {
  const { doing, page, machine, onClose } = props
  switch (doing.what) {
    case 'close':
      return <CloseFaultForm page={page} onClose={onClose} />
    case 'swap':
      return machine && <SwapPartForm page={machine} slotId={null} faultId={page.fault.id} onClose={onClose} />
    case 'test':
      return <TestForm page={page} offered={doing.test} outcome={doing.outcome} onClose={onClose} />
    case 'change':
      return <ChangeForm page={page} ranked={doing.cause} onClose={onClose} />
    case 'lay down':
      return <LayDownForm page={page} onClose={onClose} />
    case 'take back':
      return page.takeBackKey && <TakeBackForm page={page} entryKey={page.takeBackKey} onClose={onClose} />
  }
}
