import { addressOf, reads, type InstalledUpgrade, type UpgradePage } from '@diatribon/contract'
import { choose, pick, press, type } from '../testing/hand.ts'
import { idOf, limpet, limpetPage, partTypes } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { InstallForm } from './InstallForm.tsx'
import { JudgeForm } from './JudgeForm.tsx'
import { RuleForm } from './RuleForm.tsx'
import { TakeOffForm } from './TakeOffForm.tsx'

const content = {
  name: 'Steel belts',
  steps: [{ kind: 'fit part', slot: 'X belt', partTypeId: idOf(202) }],
  signOffs: ['motion'],
  cautions: ['Power off first.'],
  guard: null,
  minutes: 25,
  wayBack: 'The old belts go in again.',
}
const line = { id: idOf(601), version: 3, content, closed: false }
const page = { line, versions: [], help: { verdict: 'helped', words: 'Fewer faults.' } } as unknown as UpgradePage
const answers = {
  [addressOf(reads.partTypes, {})]: partTypes,
  [addressOf(reads.slotKinds, {})]: [{ name: 'belt', work: 'motion', caution: 'Moving parts.', own: false }],
  [addressOf(reads.people, {})]: [
    {
      id: idOf(1),
      displayName: 'Test lead',
      role: 'lead',
      left: false,
      lockedReason: null,
      signOffs: [{ signOff: 'motion', modelId: null, until: null }],
    },
  ],
  [addressOf(reads.candidates, { id: line.id })]: [
    { id: limpet.id, name: 'Limpet', place: 'A1', model: 'Dunlin D2', has: false },
  ],
  [addressOf(reads.printer, { id: limpet.id })]: limpetPage,
  [addressOf(reads.versions, {})]: {},
}

it('a design is installed in its usual minutes, and the part that comes out for the reason that was said', async () => {
  const sent = await sends(
    (onClose) => <InstallForm page={page} printerId={null} onClose={onClose} />,
    async () => {
      await choose('Printer', /Limpet/)
      await choose(/Plain belt comes out/, 'worn at check')
      await press('Install')
    },
    { answers },
  )
  expect(sent).toEqual([
    {
      kind: 'install-upgrade',
      printerId: limpet.id,
      changeId: expect.any(String) as string,
      upgradeId: line.id,
      version: 3,
      removalReasons: { 'X belt': 'worn at check' },
      minutes: 25,
    },
  ])
})

it('it comes off with a reason', async () => {
  const installed = { printer: limpet, changeId: idOf(701), version: 3 } as unknown as InstalledUpgrade
  const sent = await sends(
    (onClose) => <TakeOffForm page={page} installed={installed} onClose={onClose} />,
    async () => {
      await type('Why?', 'Too stiff')
      await press('Take it off')
    },
    { answers },
  )
  expect(sent).toEqual([{ kind: 'remove-upgrade', printerId: limpet.id, changeId: idOf(701), reason: 'Too stiff' }])
})

it('a verdict closes the question; of a closed one the same form opens it again', async () => {
  const closes = await sends(
    (onClose) => <JudgeForm page={page} onClose={onClose} />,
    async () => {
      await pick('Your verdict', 'made it worse')
      await type('Why?', 'Two belts tore')
      await press('Close the question')
    },
  )
  expect(closes).toEqual([
    { kind: 'judge-upgrade', upgradeId: line.id, verdict: 'made it worse', reason: 'Two belts tore' },
  ])
  const opens = await sends(
    (onClose) => (
      <JudgeForm page={{ ...page, line: { ...page.line, closed: { verdict: 'helped' } as never } }} onClose={onClose} />
    ),
    async () => {
      await type('Why?', 'Too early')
      await press('Open again')
    },
  )
  expect(opens).toMatchObject([{ verdict: null, reason: 'Too early' }])
})

describe('a standing rule', () => {
  it('names a part that fits the same slot', async () => {
    const sent = await sends(
      (onClose) => <RuleForm partTypeId={null} rules={[]} onClose={onClose} />,
      async () => {
        await choose('When this fails', 'Plain belt')
        await choose('Fit this instead', 'Steel belt')
        await type('Why?', 'It lasts')
        await press('Set the rule')
      },
      { answers },
    )
    expect(sent).toMatchObject([
      { kind: 'set-standing-rule', partTypeId: idOf(201), replacementPartTypeId: idOf(202), reason: 'It lasts' },
    ])
  })
})
