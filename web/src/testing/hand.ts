import { screen, within } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'

type Name = string | RegExp

/** What a hand does with a form: it types, chooses, ticks and presses, by the words that stand beside the fields. */
export async function type(label: Name, text: string, role: 'textbox' | 'combobox' = 'textbox'): Promise<void> {
  const field = await screen.findByRole(role, { name: label })
  await userEvent.clear(field)
  await userEvent.type(field, text)
}

export async function choose(label: Name, option: Name): Promise<void> {
  await userEvent.click(await screen.findByRole('combobox', { name: label }))
  await userEvent.click(await screen.findByRole('option', { name: option }))
}

export const tick = async (label: Name) => userEvent.click(await screen.findByRole('checkbox', { name: label }))
export const pick = async (group: Name, option: Name) =>
  userEvent.click(within(await screen.findByRole('radiogroup', { name: group })).getByRole('radio', { name: option }))
export const press = async (button: Name) =>
  // A field's own button to clear it is hidden from readers of screens, which clear it by its keys.
  userEvent.click(await screen.findByRole('button', { name: button, hidden: true }))
