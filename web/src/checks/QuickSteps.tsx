import { Radio } from '@mantine/core'
import type { CheckStep } from '@diatribon/contract'
import classes from './Check.module.css'

/** Steps of a quick look, all on one screen: each is good until somebody says that it is not. */
export function QuickSteps({
  steps,
  bad,
  onChange,
}: {
  steps: readonly CheckStep[]
  bad: readonly string[]
  onChange: (bad: string[]) => void
}) {
  return (
    <ol className={classes.list}>
      {steps.map(({ id, title, how }) => (
        <li key={id}>
          <Radio.Group
            className={classes.quick}
            value={bad.includes(id) ? 'not good' : 'good'}
            onChange={(value) =>
              onChange(
                value === 'good' ? bad.filter((other) => other !== id) : [...bad.filter((one) => one !== id), id],
              )
            }
            label={<b>{title}</b>}
            description={how}
          >
            <div className={classes.verdict}>
              <Radio value="good" size="lg" label="Good" aria-label={`${title}: good`} />
              <Radio value="not good" size="lg" label="Not good" aria-label={`${title}: not good`} />
            </div>
          </Radio.Group>
        </li>
      ))}
    </ol>
  )
}
