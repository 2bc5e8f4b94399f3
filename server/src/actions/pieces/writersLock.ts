/** Held shared by every transaction from when it draws its numbers until it ends. */
export const writersLock = 4310_0001
