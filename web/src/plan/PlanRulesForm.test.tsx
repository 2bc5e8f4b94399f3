import { addressOf, reads, type PlanRules } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { sends } from '../testing/sends.tsx'
import { PlanRulesForm } from './PlanRulesForm.tsx'

const rules = { days: 14, shareOfShift: 0.5, setUpMinutes: 15, changeCostMinor: 250, onHold: 'last' } as PlanRules
const answers = { [addressOf(reads.versions, {})]: { 'plan rules': 3 } }

it('the rules of the plan go out as shares and minor units, those that were not touched as they were', async () => {
  const sent = await sends(
    (onClose) => <PlanRulesForm rules={rules} onClose={onClose} />,
    async () => {
      await type(/Share of a shift/, '60')
      await type(/What it is worth/, '3,5')
      await choose('Printers on hold are planned', 'as the others')
      await press('Set')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    {
      kind: 'set-plan-rules',
      days: 14,
      shareOfShift: 0.6,
      setUpMinutes: 15,
      changeCostMinor: 350,
      onHold: 'as the others',
    },
  ])
})
