import { Switch } from '@mantine/core'
import type { CheckStep } from '@diatribon/contract'
import classes from './Check.module.css'

/** Steps of a quick look, all on one screen: what is not so is switched on. */
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
    <>
      <ol className={classes.list}>
        {steps.map(({ id, title, how }) => (
          <li key={id}>
            <div className={classes.quick}>
              <span>
                <b>{title}</b>
                <br />
                <span className="quiet">{how}</span>
              </span>
              <Switch
                size="lg"
                aria-label={`${title}: not in order`}
                label={bad.includes(id) ? 'Not so' : ''}
                color="red"
                checked={bad.includes(id)}
                onChange={({ currentTarget: { checked } }) =>
                  onChange(checked ? [...bad, id] : bad.filter((other) => other !== id))
                }
              />
            </div>
          </li>
        ))}
      </ol>
      <p className="quiet">Switch on what is not so.</p>
    </>
  )
}
