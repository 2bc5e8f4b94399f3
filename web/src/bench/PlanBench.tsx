import { useState } from 'react'
import { Textarea } from '@mantine/core'
import { FigureField } from '../ui/figures.tsx'
import { number } from '../ui/words.ts'
import { readStaff } from './readStaff.ts'
import { readTasks } from './sumColumns.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

const exampleTasks = `task, printer, minutes, due, risk a day, needs, set-up
nozzle 1, one, 10, 2026-11-24, 3.5, hot work, 10
belt 1, one, 40, 2026-11-26, 1.2, , 10
nozzle 2, two, 10, 2026-11-24, 6, hot work, 10
wheels 3, three, 45, 2026-11-25, 2, , 10`
const exampleStaff = `date, who, minutes, signed off for
2026-11-24, ann, 60, hot work
2026-11-25, ben, 60,
2026-11-26, ann, 60, hot work`

/** Who does what on which day, for any tasks and people. */
export function PlanBench() {
  const [staff, setStaff] = useState(exampleStaff)
  const [seconds, setSeconds] = useState<number | undefined>(5)
  const sum = useSum('post /api/bench/plan')
  return (
    <SumBench
      of={sum}
      example={exampleTasks}
      label="Tasks"
      description="Columns: task, printer, minutes, due, risk a day; needs (a sign-off) and set-up (minutes, made once for a printer, person and day) may be empty."
      source="Made-up tasks. A mixed-integer plan with its bound."
      read={(text) => {
        const [tasks, days] = [readTasks(text), readStaff(staff)]
        const problems = [...tasks.problems, ...days.problems]
        if (problems.length > 0) return { problems }
        return {
          asked: { tasks: tasks.rows, days: days.rows, bookings: [], changeCost: 0, before: [], seconds: seconds ?? 5 },
        }
      }}
      facts={({ cost, bound, gap, method, assignments, left }) => [
        ['Planned', `${assignments.length} of ${assignments.length + left.length}`],
        ['Waiting costs', number(cost, 4)],
        ['No plan costs less than', `${number(bound, 4)} (${number(100 * gap, 2)} % between)`],
        [
          'Made by',
          { solver: 'the solver', 'at once': 'the plan at once', 'group by group': 'the solver, group by group' }[
            method
          ],
        ],
        ...left.map(({ task, why }): [string, string] => [`${task} is left`, why]),
        ...assignments.map(({ task, date, person }): [string, string] => [task, `${date}, ${person}`]),
      ]}
      file="plan.csv"
      rows={({ assignments, left }) => [
        ['task', 'date', 'who', 'why left'],
        ...assignments.map(({ task, date, person }) => [task, date, person, null]),
        ...left.map(({ task, why }) => [task, null, null, why]),
      ]}
    >
      <Textarea
        label="People"
        description="Columns: date, who, minutes, signed off for (several with a semicolon)."
        mt="sm"
        autosize
        minRows={3}
        value={staff}
        onChange={(event) => setStaff(event.currentTarget.value)}
      />
      <FigureField label="Seconds it may take" min={0.1} max={30} value={seconds} onChange={setSeconds} />
    </SumBench>
  )
}
