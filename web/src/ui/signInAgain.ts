/** Whoever shows the sign-in while the page stays as it is. @returns whether the same person is signed in again */
type Asker = () => Promise<boolean>

let asker: Asker | null = null
let asking: Promise<boolean> | null = null

/** @param show asks for the sign-in; null: nobody can at this moment */
export function onSessionEnd(show: Asker | null): void {
  asker = show
}

/**
 * The session has ended while the page is open: asks once for all who have noticed, and lets them go on afterwards.
 * @returns false when nobody can ask, or whoever was here has left
 */
export function signInAgain(): Promise<boolean> {
  if (!asker) return Promise.resolve(false)
  asking ??= asker().finally(() => (asking = null))
  return asking
}
