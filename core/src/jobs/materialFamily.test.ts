import { materialFamily } from './materialFamily.ts'

const known = [
  { name: 'PLA', alsoCalled: ['polylactide'] },
  { name: 'PLA, filled', alsoCalled: ['PLA-CF', 'wood-filled'] },
  { name: 'PETG', alsoCalled: ['PET-G'] },
]

it.each([
  ['PLA', 'PLA'],
  ['pla grey, batch 7', 'PLA'],
  ['white Polylactide', 'PLA'],
  ['PLA-CF black', 'PLA, filled'],
  ['wood-filled PLA', 'PLA, filled'],
  ['PET-G clear', 'PETG'],
  // Not inside another word.
  ['Plastic rest', 'plastic'],
  ['XPETG2', 'xpetg2'],
  ['Nylon, blue', 'nylon'],
  ['', ''],
])('“%s” is of the family %s', (called, family) => {
  expect(materialFamily(called, known)).toBe(family)
  expect(materialFamily(called, [...known].reverse())).toBe(family)
})
