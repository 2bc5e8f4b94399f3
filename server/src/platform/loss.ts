/** PostgreSQL's own code inside an error, however deep the query builder has wrapped it; else null. */
export function databaseCode(error: unknown): string | null {
  for (let at = error; at instanceof Error; at = at.cause) {
    const { code } = at as { code?: unknown }
    if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)) return code
  }
  return null
}

/** The connection or the database went away, or has no room: no fault of what was asked. */
export function isLost(error: unknown): boolean {
  const code = databaseCode(error)
  if (code !== null && /^(08|53|57P|58|XX)/.test(code)) return true
  for (let at = error; at instanceof Error; at = at.cause) {
    if (/^(ECONN|EPIPE|ETIMEDOUT)/.test(String((at as { code?: unknown }).code))) return true
    if (
      /^(Connection terminated|Client has encountered a connection error|timeout exceeded when trying|timeout expired)/.test(
        at.message,
      )
    )
      return true
  }
  return false
}

/** Why nothing can be kept at this moment, in one sentence. */
export function lossInWords(error: unknown): string {
  const code = databaseCode(error)
  if (code === '53100' || (code === '58030' && /space/.test(String(error))) || /No space left/.test(String(error)))
    return 'The disk of the server is full: nothing can be recorded until there is space on it again.'
  if (code === '53300') return 'The database has no free connection at this moment.'
  if (code === '57P03') return 'The database is starting up; it takes a moment.'
  if (isLost(error)) return 'The database does not answer at this moment.'
  return 'Something went wrong on the server.'
}
