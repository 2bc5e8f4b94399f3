import { easyPin } from './pin.ts'

it('refuses what is guessed first', () => {
  for (const pin of ['1111', 'aaaa', '1234', '4321', 'abcd', '    ', '12 ', '987654321', 'Limpet', 'tepmil'])
    expect(easyPin(pin, ['limpet'])).toMatch(/\.$/)
})

it('takes the rest', () => {
  for (const pin of ['2718', '314159', '1235', 'limpet7', '1122', 'q8#w']) expect(easyPin(pin, ['limpet'])).toBeNull()
})
