import classes from './FactList.module.css'

/** Names and figures side by side, as on a paper form. */
export function FactList({ facts }: { facts: [name: string, value: string][] }) {
  return (
    <dl className={classes.facts}>
      {facts.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  )
}
