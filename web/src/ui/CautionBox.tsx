import classes from './CautionBox.module.css'

/** Cautions where the work is, never hidden; they defer to the maker, the local codes and licensed people. */
export function CautionBox({ words }: { words: string[] }) {
  if (words.length === 0) return null
  return (
    <div role="note" className={classes.box}>
      {words.map((sentence) => (
        <p key={sentence}>
          <b aria-hidden>⚠ </b>
          {sentence}
        </p>
      ))}
      <p className={classes.defers}>This does not replace the maker’s manual, local codes or licensed practice.</p>
    </div>
  )
}
