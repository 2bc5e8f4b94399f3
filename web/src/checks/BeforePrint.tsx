import { Button } from '@mantine/core'
import { Link } from 'react-router'
import useSWR from 'swr'
import type { PrinterChecks } from '@diatribon/contract'
import { Problem } from '../ui/Problem.tsx'
import { useBeginCheck } from './useBeginCheck.ts'

/** The look before a print, one press away on the page that the label leads to. */
export function BeforePrint({ printerId }: { printerId: string }) {
  const { data } = useSWR<PrinterChecks>(`/api/printers/${printerId}/checks`)
  const { begin, problem, busy } = useBeginCheck(printerId)
  const turn = data?.turns.find(({ checkType }) => checkType.beforePrint)
  if (!turn || (!turn.mayDo.may && !turn.openSheetId)) return null
  return (
    <>
      {turn.openSheetId ? (
        <Button component={Link} to={`/check/${turn.openSheetId}`}>
          {turn.checkType.name}: go on
        </Button>
      ) : (
        <Button loading={busy} onClick={() => void begin(turn.checkType.id)}>
          {turn.checkType.name}
        </Button>
      )}
      <Problem error={problem} />
    </>
  )
}
