import { read } from '../read.ts'
import type { LifePage, LivesPage } from './life.ts'
import type { RepairsPage, ScorePage } from './score.ts'

export const lives = read<LivesPage>()({
  path: '/lives',
  summary: 'What the history of every part type says',
  right: 'read',
  shows: ['parts', 'policies'],
  restsOn: ['judgement'],
})

export const score = read<ScorePage>()({
  path: '/lives/score',
  summary: 'What the predictions before each failure were worth',
  right: 'read',
  shows: ['book', 'dueDates', 'faults', 'hours', 'parts'],
  restsOn: ['score'],
})

export const repairs = read<RepairsPage>()({
  path: '/lives/repairs',
  summary: 'Repairs of the printers over their age, and what keeping them costs',
  right: 'read',
  shows: ['parts', 'printers'],
  restsOn: ['repairs'],
})

export const life = read<LifePage>()({
  path: '/lives/:id',
  summary: 'One part type: records, curves, verdict',
  right: 'read',
  about: 'part type',
  shows: ['checks', 'faults', 'parts', 'people', 'policies', 'printers', 'upgrades'],
  restsOn: ['judgement', 'lifeCurves'],
})
