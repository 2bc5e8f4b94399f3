import { Button, Progress } from '@mantine/core'
import { Link } from 'react-router'
import { DataTable } from '../ui/DataTable.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'
import { useBookCheck } from './useBookCheck.ts'
import type { BookCheck } from '@diatribon/contract'

/** Whether the book is whole: every line still fits the seal that it was given. */
export function BookCheckPage() {
  const { found, progress, problem, busy, look, stop } = useBookCheck()
  return (
    <>
      <h1>Is the book whole?</h1>
      <p style={{ maxWidth: '46rem' }}>
        About a second after it is written, each line is sealed together with the line before it on the same printer. A
        line that was changed, taken out or slipped in behind the back of this program no longer fits. Whoever could
        rewrite the whole database could rewrite all seals too: copy the newest seals to paper now and then.
      </p>
      {busy ? (
        <Button variant="default" onClick={stop}>
          Stop
        </Button>
      ) : (
        <Button onClick={() => void look()}>Go through the book</Button>
      )}
      {busy && <Going {...progress} />}
      <Problem error={problem} />
      {found && (
        <>
          <p role="status" style={{ fontSize: '1.1rem' }}>
            <b>
              {found.brokenCount === 0
                ? 'The book is whole.'
                : `The book is broken in ${plural(found.brokenCount, 'place')}.`}
            </b>{' '}
            {plural(found.entries, 'line')} in {plural(found.chains, 'chain')} fit their seals
            {found.brokenCount > 0 && ' but for those below'}
            {found.unsealed > 0 && `; ${found.unsealed} written a moment ago are not sealed yet`}.
          </p>
          {found.broken.length > 0 && <Breaks found={found} />}
          <Seals found={found} />
        </>
      )}
    </>
  )
}

function Going({ done, of }: { done: number; of: number }) {
  return (
    <div style={{ maxWidth: '46rem', marginTop: 10 }}>
      <p role="status" style={{ margin: '0 0 4px' }}>
        {of === 0
          ? 'Opening the book …'
          : `${done.toLocaleString('en-GB')} of ${of.toLocaleString('en-GB')} lines gone through`}
      </p>
      <Progress value={(100 * done) / Math.max(1, of)} aria-label="Lines gone through" />
    </div>
  )
}

function Breaks({ found }: { found: BookCheck }) {
  return (
    <DataTable label="Breaks">
      <thead>
        <tr>
          <th>Line</th>
          <th>Chain</th>
          <th>What is wrong</th>
        </tr>
      </thead>
      <tbody>
        {found.broken.map(({ seq, printer, words }) => (
          <tr key={`${seq} ${words}`}>
            <th scope="row">
              <Link to={`/logbook/${seq}`}>#{seq}</Link>
            </th>
            <td>{printer}</td>
            <td>{words}</td>
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

function Seals({ found }: { found: BookCheck }) {
  return (
    <>
      <h2 style={{ marginTop: '1rem' }}>Newest seals</h2>
      <DataTable label="Newest seals">
        <thead>
          <tr>
            <th>Chain</th>
            <th>Line</th>
            <th>Seal (SHA-256)</th>
          </tr>
        </thead>
        <tbody>
          {found.heads.map(({ chain, seq, hash }) => (
            <tr key={chain}>
              <th scope="row">{chain}</th>
              <td>#{seq}</td>
              <td>
                <code style={{ overflowWrap: 'anywhere' }}>{hash}</code>
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </>
  )
}
