/** Somebody has a printer open at this moment. */
export interface PresentHere {
  person: string
  doing: string
}
