import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { BookCheck } from '@diatribon/contract'
import { read } from '../ui/api.ts'
import { DataTable } from '../ui/DataTable.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'

/** Whether the book is whole: every line still fits the seal that it was given. */
export function BookCheckPage() {
  const [found, setFound] = useState<BookCheck | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const look = () => {
    setBusy(true)
    setProblem(null)
    void read<BookCheck>('/api/logbook/whole')
      .then(setFound, setProblem)
      .finally(() => setBusy(false))
  }
  return (
    <>
      <h1>Is the book whole?</h1>
      <p style={{ maxWidth: '46rem' }}>
        About a second after it is written, each line is sealed together with the line before it on the same printer. A
        line that was changed, taken out or slipped in behind the back of this program no longer fits. Whoever could
        rewrite the whole database could rewrite all seals too: copy the newest seals to paper now and then.
      </p>
      <Button onClick={look} loading={busy}>
        Go through the book
      </Button>
      {busy && <p role="status">Going through every line …</p>}
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
          {found.broken.length > 0 && (
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
          )}
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
      )}
    </>
  )
}
