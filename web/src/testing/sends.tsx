import type { ReactNode } from 'react'
import { waitFor, within } from '@testing-library/react'
import type { Role } from '@diatribon/contract'
import { inWorkshop } from './inWorkshop.tsx'

/**
 * Shows a form, lets a hand fill it in, and gives the actions that come of what was typed, without their keys and moments.
 */
export async function sends(
  form: (onClose: () => void) => ReactNode,
  hand: () => Promise<void>,
  options: { role?: Role; answers?: Record<string, unknown> } = {},
): Promise<object[]> {
  let closed = false
  const { sent, unmount } = inWorkshop(
    form(() => (closed = true)),
    options,
  )
  await hand()
  await waitFor(() => expect(closed ? 'sent' : within(document.body).getByRole('dialog').textContent).toBe('sent'))
  unmount()
  return sent.map(({ key: _key, at: _at, ...action }) => action)
}
