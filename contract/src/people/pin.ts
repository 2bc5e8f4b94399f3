import Joi from 'joi'

const shortest = 4

/**
 * Why a PIN is too easy to guess, in a sentence; null when it is not. Names are those of whoever it is for.
 * The kinds refused are what guessers try first: common practice, no source.
 */
export function easyPin(pin: string, names: readonly string[] = []): string | null {
  const plain = pin.trim().toLowerCase()
  if (plain.length < shortest) return 'A PIN has four characters or more, and not only blanks.'
  if (new Set(plain).size === 1) return 'One character again and again is guessed at once. Choose another PIN.'
  const steps = new Set([...plain].slice(1).map((c, i) => c.charCodeAt(0) - plain.charCodeAt(i)))
  if (steps.size === 1 && (steps.has(1) || steps.has(-1)))
    return 'A run such as 1234 or 4321 is guessed at once. Choose another PIN.'
  const own = names.map((name) => name.trim().toLowerCase()).filter((name) => name !== '')
  if (own.some((name) => plain === name || plain === [...name].reverse().join('')))
    return 'Your own name is guessed at once. Choose another PIN.'
  return null
}

/** A PIN that is typed to sign in: whatever it is. */
export const pinField = Joi.string().min(1).max(64).required()

/** A PIN that is chosen. */
export const newPinField = Joi.string()
  .max(64)
  .required()
  .custom((pin: string, { message }) => {
    const why = easyPin(pin)
    return why ? message({ custom: why }) : pin
  })
