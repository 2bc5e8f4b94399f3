import type { Changed } from './live.ts'
import type { Right } from './rights.ts'
import type { FigureName, Topic } from './topics.ts'

/** What is declared of something that can be fetched: route, typed hook, its key, what makes it old and its description follow from it. */
export interface ReadDeclaration {
  /** Below /api; `:name` stands for a value. */
  path: `/${string}`
  /** One sentence for whoever writes a program against it. */
  summary: string
  /** null: without a sign-in. */
  right: Right | null
  /** What `:id` is an id of. */
  about?: 'printer' | 'part type' | 'upgrade' | 'item' | 'fault' | 'check'
  /** Areas whose facts it shows, and figures that it shows as they were kept. A test holds them against what it reads. */
  shows: readonly Topic[]
  /** Kept figures that are brought up to date before it is read. */
  restsOn?: readonly FigureName[]
  /** The same, those of everyone also where it is about one. */
  restsOnAll?: readonly FigureName[]
  /** Dear to work out: pages that stay open fetch it anew at most so often. */
  calmSeconds?: number
  /** What may be asked with it, by the name in the address. */
  query?: Readonly<Record<string, string>>
}

type InPath<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | InPath<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never
type Value = string | number | null | undefined

/** What an address of a read is made with: all of its path, and as much of its query as is asked. */
export type Asked<Declaration extends ReadDeclaration> = { [K in InPath<Declaration['path']>]: string } & {
  [K in Extract<keyof Declaration['query'], string>]?: Value
}

/** A read, and for the compiler alone what it answers. */
export type Read<Answer = unknown, Declaration extends ReadDeclaration = ReadDeclaration> = Declaration & {
  readonly answers?: Answer
}

/** Declares a read and what it answers: `read<Floor>()({ path: '/printers', … })`. */
export const read =
  <Answer>() =>
  <const Declaration extends ReadDeclaration>(declaration: Declaration): Read<Answer, Declaration> =>
    declaration

/** The address of a read, the same for the same question: pages keep answers by it. */
export function addressOf<Declaration extends ReadDeclaration>(of: Declaration, asked: Asked<Declaration>): string {
  const values = new Map(Object.entries<Value>(asked))
  const path = of.path.replace(/:(\w+)/g, (_, name: string) => {
    const value = values.get(name)
    values.delete(name)
    return encodeURIComponent(String(value))
  })
  const query = new URLSearchParams()
  for (const [name, value] of values)
    if (value !== undefined && value !== null && value !== '') query.set(name, `${value}`)
  return `/api${path}${query.size > 0 ? `?${query}` : ''}`
}

/** Whether what a read shows may have changed. @param printerId of which printer it is; null: of none, or of many */
export function concerns(changed: Changed, of: ReadDeclaration, printerId: string | null): boolean {
  const isMine = (topic: Topic) => {
    const printerIds = changed[topic]
    return printerIds !== undefined && (printerIds === null || printerId === null || printerIds.includes(printerId))
  }
  return [...of.shows, ...(of.restsOn ?? [])].some(isMine) || (of.restsOnAll ?? []).some((figure) => figure in changed)
}
