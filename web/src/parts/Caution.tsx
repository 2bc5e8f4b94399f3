import { cautionsFor } from './cautions.ts'

/** The cautions of these kinds of slot, never hidden. */
export function Caution({ slotKinds }: { slotKinds: string[] }) {
  const words = [...new Set(slotKinds.flatMap(cautionsFor))]
  if (words.length === 0) return null
  return (
    <div role="note" style={{ border: '2px solid var(--soon)', padding: '8px 12px', margin: '12px 0' }}>
      {words.map((sentence) => (
        <p key={sentence} style={{ margin: 0 }}>
          <b aria-hidden>⚠ </b>
          {sentence}
        </p>
      ))}
      <p className="quiet" style={{ margin: '4px 0 0', fontSize: '0.85rem' }}>
        This does not replace the maker’s manual, local codes or licensed practice.
      </p>
    </div>
  )
}
