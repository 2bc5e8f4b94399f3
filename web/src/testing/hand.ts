import { screen, within } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'

type Name = string | RegExp

/** Where a hand looks: the whole screen, or a group of it by its name. */
const places = (group?: Name) =>
  group === undefined
    ? Promise.resolve(screen)
    : screen.findByRole('group', { name: group }).then((found) => within(found))

/** What a hand does with a form: it types, chooses, ticks and presses, by the words that stand beside the fields. */
export async function type(
  label: Name,
  text: string,
  { role = 'textbox', group }: { role?: 'textbox' | 'combobox'; group?: Name } = {},
): Promise<void> {
  const field = await (await places(group)).findByRole(role, { name: label })
  await userEvent.clear(field)
  if (text) await userEvent.type(field, text)
}

export async function choose(label: Name, option: Name, { group }: { group?: Name } = {}): Promise<void> {
  const field = await (await places(group)).findByRole('combobox', { name: label })
  // A choice of several stays open.
  if (field.getAttribute('aria-expanded') !== 'true') await userEvent.click(field)
  await userEvent.click(await screen.findByRole('option', { name: option }))
}

export const tick = async (label: Name) => userEvent.click(await screen.findByRole('checkbox', { name: label }))
export const pick = async (group: Name, option: Name) =>
  userEvent.click(within(await screen.findByRole('radiogroup', { name: group })).getByRole('radio', { name: option }))
export const press = async (button: Name) =>
  // A field's own button to clear it is hidden from readers of screens, which clear it by its keys.
  userEvent.click(await screen.findByRole('button', { name: button, hidden: true }))
