import { printerStates, type PrinterPage, type Kit } from '@diatribon/contract'
import { Button, Menu } from '@mantine/core'
import { Link } from 'react-router'
import { BeforePrint } from '../../checks/BeforePrint.tsx'
import { useSession } from '../../session/session.tsx'
import classes from '../PrinterPage.module.css'
import type { Doing } from './doing.ts'

/** What can be done with this printer. */
export function Buttons({ page, onDo }: { page: PrinterPage; onDo: (doing: Doing) => void }) {
  const { may } = useSession()
  const { printer, job } = page
  const { id, name, state } = printer
  return (
    <div className={classes.buttons}>
      {printerStates[state].mayRun && <BeforePrint printer={{ id, name }} name={page.beforePrint} />}
      {may('count hours') && (
        <Button variant="default" onClick={() => onDo({ what: 'count' })}>
          Count hours
        </Button>
      )}
      {may('swap parts') && (
        <Button variant="default" onClick={() => onDo({ what: 'swap', slotId: null })}>
          Swap part
        </Button>
      )}
      <Button variant="default" onClick={() => onDo({ what: 'note' })}>
        Note
      </Button>
      <Button variant="default" onClick={() => onDo({ what: 'fault' })}>
        Report a fault
      </Button>
      {job && may('report jobs') && (
        <Button variant="default" onClick={() => onDo({ what: 'finish' })}>
          Finish job
        </Button>
      )}
      <MoreMenu page={page} onDo={onDo} />
    </div>
  )
}

/** What is done less often. */
function MoreMenu({ page, onDo }: { page: PrinterPage; onDo: (doing: Doing) => void }) {
  const { may } = useSession()
  const { id, state } = page.printer
  const held = state === 'on hold'
  const isOut = held || state === 'stopped'
  return (
    <Menu position="bottom-start" hideDetached={false} middlewares={{ flip: true, shift: true, size: true }}>
      <Menu.Target>
        <Button variant="subtle">More</Button>
      </Menu.Target>
      {/* Longer than a low screen: it scrolls within itself. */}
      <Menu.Dropdown style={{ maxHeight: 'min(60vh, 32rem)', overflowY: 'auto' }}>
        {printerStates[state].mayBeHeld && may('hold a printer') && (
          <Menu.Item onClick={() => onDo({ what: 'hold' })}>Put on hold</Menu.Item>
        )}
        {held && may('release a printer') && <Menu.Item onClick={() => onDo({ what: 'hold' })}>Release</Menu.Item>}
        {isOut && (
          <Menu.Item component="a" href={`/api/reports/hold-tag/${id}`} target="_blank">
            Tag to hang on it (PDF)
          </Menu.Item>
        )}
        {held && may('remove guards') && (
          <Menu.Item onClick={() => onDo({ what: 'guard' })}>Take a guard off</Menu.Item>
        )}
        {may('release a printer') && printerStates[state].isHere && (
          <Menu.Item onClick={() => onDo({ what: 'loan' })}>Lend it out, or take it back</Menu.Item>
        )}
        {may('make duties') && <Menu.Item onClick={() => onDo({ what: 'duty' })}>Make a duty</Menu.Item>}
        {may('swap parts') && <SlotItems kits={page.kits} onDo={onDo} />}
        <Menu.Item component={Link} to="/job-file">
          Check a job file
        </Menu.Item>
        <Papers id={id} />
        {may('set up the site') && (
          <Menu.Item onClick={() => onDo({ what: 'retire' })}>
            {printerStates[state].isHere ? 'Retire' : 'Bring back'}
          </Menu.Item>
        )}
      </Menu.Dropdown>
    </Menu>
  )
}

function SlotItems({ kits, onDo }: { kits: Kit[]; onDo: (doing: Doing) => void }) {
  return (
    <>
      {kits.map(({ name: kit }) => (
        <Menu.Item key={kit} onClick={() => onDo({ what: 'kit', kit })}>
          Swap kit: {kit}
        </Menu.Item>
      ))}
      <Menu.Item onClick={() => onDo({ what: 'repair' })}>Mend a part in place</Menu.Item>
      <Menu.Item onClick={() => onDo({ what: 'move' })}>Move a part</Menu.Item>
      <Menu.Item onClick={() => onDo({ what: 'add slot' })}>Add a slot</Menu.Item>
      <Menu.Item onClick={() => onDo({ what: 'empty slot' })}>Leave a slot empty</Menu.Item>
      <Menu.Item onClick={() => onDo({ what: 'leave slot' })}>Take a slot off</Menu.Item>
      <Menu.Item onClick={() => onDo({ what: 'limits' })}>Change its limits</Menu.Item>
      <Menu.Item component={Link} to="/upgrades">
        Upgrades
      </Menu.Item>
    </>
  )
}

/** What is printed out about it. */
function Papers({ id }: { id: string }) {
  const { labelsCarry } = useSession()
  return (
    <>
      <Menu.Item component="a" href={`/api/reports/passport/${id}`} target="_blank">
        Passport (PDF)
      </Menu.Item>
      {labelsCarry ? (
        <>
          <Menu.Item component="a" href={`/api/reports/labels?of=printers&printer=${id}`} target="_blank">
            Label of the printer (PDF)
          </Menu.Item>
          <Menu.Item component="a" href={`/api/reports/labels?of=slots&size=small&printer=${id}`} target="_blank">
            Labels of its slots (PDF)
          </Menu.Item>
        </>
      ) : (
        <Menu.Item component={Link} to="/workshop#address">
          Labels: set an address for phones first
        </Menu.Item>
      )}
    </>
  )
}
