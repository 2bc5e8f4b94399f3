import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import type { CheckSheet, NeededState } from '@diatribon/contract'
import { CautionBox } from '../ui/CautionBox.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import classes from './Check.module.css'

const states: Record<Exclude<NeededState, 'any'>, { asks: string; confirms: string }> = {
  cold: {
    asks: 'The next step needs the printer cold and switched off.',
    confirms: 'It is switched off and cold, and I have read the cautions',
  },
  hot: {
    asks: 'The next step needs the printer hot.',
    confirms: 'Nozzle and bed are hot, I keep my hands away and stay with it, and I have read the cautions',
  },
  moving: {
    asks: 'The next step needs the printer switched on, and it moves.',
    confirms: 'Hands, hair and sleeves are clear of everything that moves, and I have read the cautions',
  },
  unplugged: {
    asks: 'The next step needs the printer unplugged: the plug out of the socket, and a wait of some minutes.',
    confirms: 'The plug is out and in my sight, I have waited, and I have read the cautions',
  },
}

/** Before the first step that needs it: the cautions are read and the state is confirmed, and who did stands in the book. */
export function ConfirmState({ sheet, state }: { sheet: CheckSheet; state: Exclude<NeededState, 'any'> }) {
  const { submit, problem, busy } = useAction(null, () => undefined)
  const [read, setRead] = useState(false)
  const { asks, confirms } = states[state]
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void submit({ kind: 'confirm-cautions', printerId: sheet.printer.id, sheetId: sheet.id, state })
      }}
    >
      <p>
        <b>{asks}</b>
      </p>
      <CautionBox words={sheet.content.cautions} />
      <Checkbox
        size="lg"
        label={confirms}
        checked={read}
        onChange={({ currentTarget }) => setRead(currentTarget.checked)}
      />
      <Problem error={problem} />
      <div className={classes.bottom}>
        <Button type="submit" size="lg" loading={busy} disabled={!read || !sheet.mayDo.may}>
          Confirm
        </Button>
      </div>
    </form>
  )
}
