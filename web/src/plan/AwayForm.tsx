import { Select } from '@mantine/core'
import { useState } from 'react'
import type { PersonHere } from '@diatribon/contract'
import { usePeople } from '../reads/people.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { useSetAction } from '../session/useSetAction.ts'

const everybody = 'everybody'

/** Somebody is ill, or the workshop is closed for a day: the plan is made anew around it. */
export function AwayForm({ today, onClose }: { today: string; onClose: () => void }) {
  const { person, site, may } = useSession()
  const { data: staff = [] } = usePeople()
  const own = staff.filter(({ id }) => id === person.id || may('keep the staff'))
  const [who, setWho] = useState<string | null>(person.id)
  const [day, setDay] = useState(today)
  const [isAway, setAway] = useState(true)
  const { submit, problem, fields, busy } = useSetAction('The plan is made anew', onClose)
  const chosen = own.find(({ id }) => id === who)
  const send = () => {
    if (who === everybody)
      return submit({
        kind: 'set-calendar',
        closedWeekdays: site.closedWeekdays,
        closedDays: changed(site.closedDays, day, isAway),
      })
    if (chosen) return submit({ kind: 'set-shifts', personId: chosen.id, ...shiftsWith(chosen, day, isAway) })
  }
  return (
    <ActionDialog
      title="Away or closed"
      verb={isAway ? (who === everybody ? 'Close the day' : 'Plan without') : 'Plan as usual'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void send()}
    >
      <Select
        label="Who"
        required
        searchable
        data={[
          ...(may('set up the site') ? [{ value: everybody, label: 'The whole workshop: closed' }] : []),
          ...own.map(({ id, displayName }) => ({ value: id, label: displayName })),
        ]}
        value={who}
        onChange={setWho}
        allowDeselect={false}
        data-autofocus
      />
      <Select
        label="On that day"
        mt="sm"
        data={['away', 'here as usual']}
        value={isAway ? 'away' : 'here as usual'}
        onChange={(value) => setAway(value === 'away')}
        allowDeselect={false}
      />
      <DayField label="Day" required mt="sm" value={day} onChange={setDay} error={Object.values(fields)[0]} />
    </ActionDialog>
  )
}

const changed = (days: readonly string[], day: string, isIn: boolean) =>
  [...days.filter((one) => one !== day), ...(isIn ? [day] : [])].sort()

/** Somebody's shifts with a day off, or with that day as every week. */
const shiftsWith = ({ shifts: { weekly, days } }: PersonHere, day: string, isAway: boolean) => ({
  weekly,
  days: [...days.filter((one) => one.day !== day), ...(isAway ? [{ day, spans: [] }] : [])],
})
