import { screen, waitFor, within } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { addressOf, reads, type PersonHere, type Role } from '@diatribon/contract'
import { choose, press, tick, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf } from '../testing/made.ts'
import { PeoplePage } from './PeoplePage.tsx'

const tess = {
  id: idOf(2),
  name: 'tess',
  displayName: 'Tess',
  role: 'operator',
  left: false,
  lockedReason: null,
  onShift: false,
  signsIn: true,
  signOffs: [{ signOff: 'motion', until: null, modelId: null }],
  training: [],
  shifts: { weekly: [], days: [] },
} as unknown as PersonHere
const nils: PersonHere = { ...tess, id: idOf(3), displayName: 'Nils', lockedReason: 'Lost card', signOffs: [] }
const gone: PersonHere = { ...tess, id: idOf(4), displayName: 'Olga', left: true }
const answers = {
  [addressOf(reads.people, {})]: [tess, nils, gone],
  [addressOf(reads.models, {})]: [],
  [addressOf(reads.versions, {})]: { [`person ${tess.id}`]: 7 },
}
const open = (role: Role = 'lead') => inWorkshop(<PeoplePage />, { role, answers })
async function choosesFor(name: string, item: string) {
  await press(`More for ${name}`)
  await userEvent.click(await screen.findByRole('menuitem', { name: item }))
}

it('a lead invites somebody, who then gets a code', async () => {
  const { sent } = open()
  await press('Invite somebody')
  await type('Name to be shown', 'Una')
  await type('Name to sign in with', 'una')
  await choose('Role', 'technician')
  await press('Admit')
  expect(await screen.findByRole('dialog', { name: 'Invitation: Una' })).toBeTruthy()
  expect(sent).toMatchObject([{ kind: 'admit-person', name: 'una', displayName: 'Una', role: 'technician' }])
})

it('changes a role, with the version that was seen', async () => {
  const { sent } = open()
  await choosesFor('Tess', 'Role and name')
  await choose('Role', 'technician')
  await press('Change')
  await waitFor(() =>
    expect(sent).toMatchObject([
      { kind: 'change-person', personId: tess.id, displayName: 'Tess', role: 'technician', version: 7 },
    ]),
  )
})

it('locks out with a reason, and lets in again', async () => {
  const { sent } = open()
  await choosesFor('Tess', 'Lock out')
  await type('Why?', 'Card lost')
  await press('Lock out')
  await waitFor(() =>
    expect(sent).toMatchObject([{ kind: 'lock-person', personId: tess.id, locked: true, reason: 'Card lost' }]),
  )
  await choosesFor('Nils', 'Let in again')
  await type('Why?', 'Found again')
  await press('Let in again')
  await waitFor(() => expect(sent[1]).toMatchObject({ personId: nils.id, locked: false, reason: 'Found again' }))
})

it('withdraws a sign-off from whoever is here, not from who has left', async () => {
  open()
  expect(await screen.findByRole('button', { name: 'Withdraw motion from Tess' })).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Withdraw motion from Olga' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'More for Olga' })).toBeNull()
})

it('says what the workshop does without', async () => {
  const { sent } = open()
  await tick('motion')
  await press('Set')
  await waitFor(() => expect(sent).toMatchObject([{ kind: 'relax-rules', relaxed: ['motion'] }]))
})

it('leaves an operator nothing to change but the own shifts', async () => {
  open('operator')
  const rows = within(await screen.findByRole('list', { name: 'People' })).getAllByRole('listitem')
  expect(rows).toHaveLength(3)
  for (const name of ['Invite somebody', 'Withdraw motion from Tess', 'Set'])
    expect(screen.queryByRole('button', { name })).toBeNull()
})
