import { given } from './given.ts'

it('hands on what is there, also nothing in number or words', () => {
  expect(given(0)).toBe(0)
  expect(given('')).toBe('')
  expect(given(false)).toBe(false)
})

it.each([null, undefined])('does not go on with %s', (value) => {
  expect(() => given(value)).toThrow('missing')
})
