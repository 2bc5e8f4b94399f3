import { Link } from 'react-router'
import { Nothing } from './Nothing.tsx'
import { PageHead } from './PageHead.tsx'

/** An address that leads to nothing: says so, and leads on. */
export function NothingHere(props: { title: string; says: string; to: string; way: string }) {
  const { title, says, to, way } = props
  return (
    <>
      <PageHead title={title} />
      <Nothing title={says}>
        <Link to={to}>{way}</Link>
      </Nothing>
    </>
  )
}
