import { Link, useParams } from 'react-router'
import { PageHead } from '../ui/PageHead.tsx'
import { EntryList } from './EntryList.tsx'

/** One entry at its permanent address, with what answers and amends it. */
export function EntryPage() {
  const { seq = '' } = useParams()
  return (
    <>
      <PageHead
        title={`Entry #${seq}`}
        says={
          <>
            This address stays. <Link to="/logbook">The whole book</Link>
          </>
        }
      />
      <EntryList filter={{ seq }} />
    </>
  )
}
