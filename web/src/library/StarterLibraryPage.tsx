import { useSession } from '../session/session.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { LibraryChooser } from './LibraryChooser.tsx'

/** The starter library, at any time later: what is here stays as it is. */
export function StarterLibraryPage() {
  const { may } = useSession()
  return (
    <>
      <PageHead
        title="Starter library"
        says="What workshops of this trade usually know and do. Common practice, no rule: change what does not fit your machines. The maker’s manual, local codes and licensed practice come first."
      />
      {may('set up the site') ? (
        <LibraryChooser onDone={() => undefined} />
      ) : (
        <p className="quiet">Bringing in from it is for leads.</p>
      )}
    </>
  )
}
