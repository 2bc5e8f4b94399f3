import { Link, useParams } from 'react-router'
import { EntryList } from './EntryList.tsx'

/** One entry at its permanent address, with what answers and amends it. */
export function EntryPage() {
  const { seq = '' } = useParams()
  return (
    <>
      <h1>Entry #{seq}</h1>
      <p className="quiet" style={{ margin: '2px 0 8px' }}>
        This address stays. <Link to="/logbook">The whole book</Link>
      </p>
      <EntryList filter={{ seq }} />
    </>
  )
}
