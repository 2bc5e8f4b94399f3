import { readFileSync } from 'node:fs'
import { chapterAbout, chaptersOf, chaptersWith, idOf, titlesPointedTo } from './chapters.ts'

const guide = chaptersOf(readFileSync(new URL('../../../docs/guide.md', import.meta.url), 'utf8'))

it('takes the guide apart at its headings', () => {
  expect(chaptersOf('# Guide\n\nbefore\n\n## One thing\n\nText\n\n## Two, too\n\nMore\n')).toEqual([
    { title: 'One thing', id: 'one-thing', text: 'Text' },
    { title: 'Two, too', id: 'two-too', text: 'More' },
  ])
})

it('has a chapter for each screen that points to one', () => {
  const titles = guide.map(({ title }) => title)
  for (const title of titlesPointedTo) expect(titles).toContain(title)
  expect(chapterAbout('/faults/123')).toBe('The desk of a fault')
  expect(chapterAbout('/faults')).toBe('Faults')
  expect(chapterAbout('/printers/1?view=Readings')).toBe('Readings')
  expect(chapterAbout('/printers/1?view=As+built')).toBe('As built')
  expect(chapterAbout('/somewhere')).toBe('Floor')
})

it('finds chapters by all the words, titles first', () => {
  expect(chaptersWith(guide, 'spreadsheet  encoding')[0]!.title).toBe('Import')
  expect(chaptersWith(guide, 'lives')[0]!.title).toBe('Lives')
  expect(chaptersWith(guide, 'xyzzy')).toEqual([])
  expect(chaptersWith(guide, '')).toHaveLength(guide.length)
})

it('gives each chapter an address of its own', () => {
  expect(new Set(guide.map(({ id }) => id)).size).toBe(guide.length)
  expect(idOf('Symptoms, causes, tests')).toBe('symptoms-causes-tests')
})
