/** What went wrong with a form, read out at once. */
export function Problem({ error }: { error: unknown }) {
  if (!error) return null
  const sentence = error instanceof Error ? error.message : 'Something went wrong.'
  return (
    <p
      role="alert"
      style={{ color: 'var(--overdue)', borderLeft: '4px solid currentColor', paddingLeft: 10, margin: '12px 0 0' }}
    >
      {sentence}
    </p>
  )
}
