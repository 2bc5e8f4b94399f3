import { Select } from '@mantine/core'
import type { PersonHere } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { usePeople } from '../reads/people.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'

const everybody = 'everybody'

/** Somebody is ill, or the workshop is closed for a day: the plan is made anew around it. */
export function AwayForm({ today, onClose }: { today: string; onClose: () => void }) {
  const { person, site, may } = useSession()
  const { data: staff = [] } = usePeople()
  const own = staff.filter(({ id }) => id === person.id || may('keep the staff'))
  const { draft, oneOf, choice, fields, sheet } = useSetDraft(
    { who: person.id as string, day: today, here: 'away' as 'away' | 'here as usual' },
    { kind: 'set-calendar', done: 'The plan is made anew', onClose },
  )
  const isAway = draft.here === 'away'
  return (
    <ActionDialog
      title="Away or closed"
      verb={isAway ? (draft.who === everybody ? 'Close the day' : 'Plan without') : 'Plan as usual'}
      {...sheet(({ who, day }) => {
        if (who === everybody)
          return {
            kind: 'set-calendar',
            closedWeekdays: site.closedWeekdays,
            closedDays: changed(site.closedDays, day, isAway),
          }
        const chosen = own.find(({ id }) => id === who)
        if (!chosen) return 'Choose who it is.'
        return { kind: 'set-shifts', personId: chosen.id, ...shiftsWith(chosen, day, isAway) }
      })}
    >
      <Select
        label="Who"
        required
        searchable
        data={[
          ...(may('set up the site') ? [{ value: everybody, label: 'The whole workshop: closed' }] : []),
          ...own.map(({ id, displayName }) => ({ value: id, label: displayName })),
        ]}
        {...oneOf('who')}
        data-autofocus
      />
      <Select label="On that day" mt="sm" data={['away', 'here as usual'] as const} {...oneOf('here')} />
      <DayField label="Day" mt="sm" {...choice('day')} required error={Object.values(fields)[0]} />
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
