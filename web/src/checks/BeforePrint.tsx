import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { CheckType } from '@diatribon/contract'
import { call, NoConnection } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'
import { BeforePrintOffline, canWaitWhole } from './BeforePrintOffline.tsx'
import { useBeginCheck } from './useBeginCheck.ts'
import { useCheckTypes, usePrinterChecks } from '../reads/checks.ts'

/**
 * The look before a print, one press away on the page that the label leads to, with a line or without.
 * @param name of the look: its place is held until it is known who may do it, so that no button jumps from under a finger
 */
export function BeforePrint({ printer, name }: { printer: { id: string; name: string }; name: string | null }) {
  const { data, error } = usePrinterChecks(printer.id)
  // Fetched beforehand: without a line it is too late.
  const { data: types } = useCheckTypes()
  const { begin, problem, busy } = useBeginCheck(printer.id)
  const [without, setWithout] = useState<CheckType | null>(null)
  if (!data && !error && name !== null) return <Button disabled>{name}</Button>
  const turn = data?.turns.find(({ checkType }) => checkType.beforePrint)
  if (!turn || (!turn.mayDo.may && !turn.openSheetId)) return null
  const type = types?.find(({ id }) => id === turn.checkType.id)
  const start = async () => {
    // Health is never answered from what was kept.
    const hasLine = await call('get /api/health').then(
      () => true,
      (error: unknown) => !(error instanceof NoConnection),
    )
    if (!hasLine && type && canWaitWhole(type)) setWithout(type)
    else await begin(turn.checkType.id)
  }
  return (
    <>
      {turn.openSheetId ? (
        <Button component={Link} to={`/check/${turn.openSheetId}`}>
          {turn.checkType.name}: go on
        </Button>
      ) : (
        <Button loading={busy} onClick={() => void start()}>
          {turn.checkType.name}
        </Button>
      )}
      <Problem error={problem} />
      {without && <BeforePrintOffline printer={printer} type={without} onClose={() => setWithout(null)} />}
    </>
  )
}
