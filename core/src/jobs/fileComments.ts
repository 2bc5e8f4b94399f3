/** What the comments of a job file tell of what it was made for; null where they say nothing. */
export interface FileComments {
  /** Opening of the nozzle, mm. */
  boreMm: number | null
  /** Diameter of the filament, mm. */
  filamentMm: number | null
  material: string | null
  /** The kind of machine that it was made for, in the file's own words. */
  madeFor: string | null
}

export const nothingTold: FileComments = { boreMm: null, filamentMm: null, material: null, madeFor: null }

const figure = (text: string) => {
  const found = /^\D{0,4}(\d{1,2}[.,]\d{1,3}|\d)(?!\d)/.exec(text)
  return found ? Number(found[1]!.replace(',', '.')) : null
}
const inside = (value: number | null, least: number, most: number) =>
  value !== null && value >= least && value <= most ? value : null
const word = (text: string) => {
  const found = /^\s{0,4}[:=]?\s{0,4}([\p{L}\d][\p{L}\d +./-]{0,58})/u.exec(text)
  return found ? found[1]!.trim() : null
}

/**
 * What one comment line adds to what was told before; the first word on each counts. Only plain words are read, whatever program wrote
 * them: "nozzle diameter", "filament diameter", "filament type" or "material", "machine" or "printer".
 * @param comment the line without its semicolon, at most 200 characters of it are read
 * Source: common practice, no source.
 */
export function withComment(told: FileComments, comment: string): FileComments {
  const text = comment.slice(0, 200).toLowerCase().replaceAll('_', ' ')
  const after = (name: string) => {
    const at = text.indexOf(name)
    return at < 0 || at > 40 ? null : text.slice(at + name.length)
  }
  const [bore, filament] = [after('nozzle diameter') ?? after('nozzle size'), after('filament diameter')]
  const kind = after('filament type') ?? (text.trimStart().startsWith('material') ? after('material') : null)
  const machine = /^\s*(machine|printer)( (model|name|type))?\s*[:=]/.exec(text)
  return {
    boreMm: told.boreMm ?? (bore === null ? null : inside(figure(bore), 0.1, 2)),
    filamentMm: told.filamentMm ?? (filament === null ? null : inside(figure(filament), 1, 4)),
    material: told.material ?? (kind === null ? null : word(kind)),
    madeFor: told.madeFor ?? (machine ? word(comment.slice(machine[0].length)) : null),
  }
}
