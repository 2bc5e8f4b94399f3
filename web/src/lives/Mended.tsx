import type { LifePage } from '@diatribon/contract'
import { Section } from '../ui/Section.tsx'
import { chance, plural } from '../ui/words.ts'

/** What mending in place has left of the wear: what was said of it is a guess, what followed teaches. */
export function Mended({ mended }: { mended: LifePage['mended'] }) {
  if (!mended) return null
  const { parts, failures, learned, chances } = mended
  return (
    <Section title="Mended in place">
      <p>
        {plural(parts, 'part')} {parts === 1 ? 'was' : 'were'} mended where {parts === 1 ? 'it sits' : 'they sit'};{' '}
        {failures} failed since.{' '}
        {learned ? (
          <b>What followed says: wear {learned}.</b>
        ) : (
          'What it leaves of the wear is not known yet: what people say of it holds.'
        )}{' '}
        <span className="quiet">
          As before {chance(chances['as before'])}, better {chance(chances.better)}, as new {chance(chances['as new'])}.
        </span>
      </p>
    </Section>
  )
}
