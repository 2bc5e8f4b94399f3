import type { Action, Amend, Person, Right } from '@diatribon/contract'
import type { Work } from './pieces/requireSignOffs.ts'
import type { Facts } from './facts.ts'
import type { Needs } from './needs.ts'
import type { Entry } from './pieces/logRow.ts'

export type { Entry }

/** Names that an entry's words need. */
export interface Names {
  partType(id: string): string
  slot(id: string): string
  printer(id: string): string
  spool(id: string): string
  person(id: string): string
  checkType(id: string): string
  symptom(id: string): string
  cause(id: string): string
  faultTest(id: string): string
  upgrade(id: string): string
  item(id: string): string
  /** An amount in minor units, in the workshop's currency. */
  money(minor: number): string
  /** Name of the check of a sheet, and of one of its steps. */
  sheet(id: string): { check: string; step(id: string): string; found: string }
}

type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> : never
export type FollowUp = WithoutHeader<Action>

/** One kind of action: who may do it, what it does to the facts, and what it says in the book. */
export interface ActionKind<A> {
  right: Right
  /** The printer is only named, not changed: its row need not be locked, nor its lock waited for. */
  leavesPrinterAlone?: true
  /**
   * It reads or writes facts beyond its own printer and has to have them to itself for a moment. Unless said, so is every
   * action that names no printer, and none that does.
   */
  reachesBeyondPrinter?: (action: A) => boolean
  /** Rows to have at hand; the printer of the action itself is always there. */
  needs?(action: A): Needs
  /** What it asks of hands: checked when a person sends it, not when the book is played again. */
  work?(facts: Facts, action: A): Promise<Work> | Work
  /** What a person may not send, though older books hold it: not checked when the book is played again. @throws Refusal */
  whenSent?(facts: Facts, action: A, person: Person): Promise<void> | void
  /**
   * What has to happen with it, as one more entry of the same person in the same commit, when a person sends it; null: nothing. The book
   * plays each entry for itself, so that an old book stays what it was.
   */
  follows?(facts: Facts, action: A, person: Person): Promise<FollowUp | null>
  /** Photos and files that it names: they must be there when it is sent. They are no part of the book. */
  photos?(action: A): string[]
  apply(facts: Facts, entry: Entry<A>): Promise<void> | void
  /** Puts an entry of this kind right, or takes it back. Kinds without it cannot be amended. */
  amend?(facts: Facts, original: Entry<A>, amendment: Entry<Amend>): Promise<void> | void
  /** What followed from it cannot be undone: entries are corrected, not taken back. Says what to do instead. */
  isOnlyCorrected?: string
  /** What a correction starts from. */
  correctable?(action: A): NonNullable<Amend['correction']>
  words(action: A, names: Names): string
}
