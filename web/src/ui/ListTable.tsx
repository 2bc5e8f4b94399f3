import { Button } from '@mantine/core'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { DataTable } from './DataTable.tsx'
import classes from './Table.module.css'

export interface Column<Row> {
  head: string
  shows: (row: Row) => ReactNode
  /** A figure, or what must not be broken. */
  isRight?: boolean
}

/** What can be done with a row: a button, or a way to another page. */
export interface RowAct<Row> {
  verb: string | ((row: Row) => string)
  /** What it is done to, for whoever hears the button alone. */
  named: (row: Row) => string
  to?: (row: Row) => string
  onPress?: (row: Row) => void
  isBusy?: boolean
  /** Left out: with each. */
  when?: (row: Row) => boolean
}

/** Rows of one kind, the first column naming each; what can be done with one stands at its end. */
export function ListTable<Row>(props: {
  label: string
  rows: readonly Row[]
  keyOf: (row: Row) => string
  columns: Column<Row>[]
  /** None: whoever looks may do nothing here. */
  acts?: RowAct<Row>[]
  stacks?: boolean
}) {
  const { label, rows, keyOf, columns, acts = [], stacks = false } = props
  const [name, ...rest] = columns
  return (
    <DataTable label={label} stacks={stacks}>
      <thead>
        <tr>
          {columns.map(({ head, isRight }) => (
            <th key={head} className={isRight ? classes.right : undefined}>
              {head}
            </th>
          ))}
          {acts.length > 0 && (
            <th>
              <span className="unseen">Actions</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={keyOf(row)}>
            <th scope="row">{name?.shows(row)}</th>
            {rest.map(({ head, shows, isRight }) => (
              <td key={head} className={isRight ? classes.right : undefined}>
                {shows(row)}
              </td>
            ))}
            {acts.length > 0 && (
              <td className={classes.acts}>
                {acts
                  .filter(({ when }) => when?.(row) ?? true)
                  .map((act) => (
                    <Act key={act.named(row) + verbOf(act, row)} act={act} row={row} />
                  ))}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

const verbOf = <Row,>({ verb }: RowAct<Row>, row: Row) => (typeof verb === 'string' ? verb : verb(row))

function Act<Row>({ act, row }: { act: RowAct<Row>; row: Row }) {
  const { named, to, onPress, isBusy = false } = act
  const verb = verbOf(act, row)
  const look = { size: 'compact-sm', variant: 'default', 'aria-label': `${verb} ${named(row)}` }
  return to ? (
    <Button {...look} component={Link} to={to(row)}>
      {verb}
    </Button>
  ) : (
    <Button {...look} loading={isBusy} onClick={() => onPress?.(row)}>
      {verb}
    </Button>
  )
}
