import { emptyFields, evidenceAction, type EvidenceFields, type EvidenceName } from './evidenceActions.ts'

const made = (kind: EvidenceName, fields: Partial<EvidenceFields>) =>
  evidenceAction(kind, 'p', { ...emptyFields, ...fields })

it.each<[EvidenceName, Partial<EvidenceFields>, object | string]>([
  ['meter', {}, 'Type what the meter shows.'],
  ['meter', { meterHours: 12 }, { kind: 'count-hours', printerId: 'p', meterHours: 12 }],
  [
    'meter',
    { meterHours: 2, meter: 'was reset', oldMeterEndedAt: 9 },
    { kind: 'count-hours', printerId: 'p', meterHours: 2, meterWasReset: true, oldMeterEndedAt: 9 },
  ],
  ['meter', { meterHours: 2, meter: 'was replaced' }, 'Type what the new meter began at.'],
  [
    'meter',
    { meterHours: 2, meter: 'was replaced', newMeterBeganAt: 1 },
    { kind: 'count-hours', printerId: 'p', meterHours: 2, newMeterBeganAt: 1 },
  ],
  ['job', { metres: 3 }, 'Type how many hours the job ran.'],
  [
    'job',
    { hours: 3, name: ' Map ' },
    { kind: 'finish-job', printerId: 'p', hours: 3, outcome: 'good', abrasive: false, name: 'Map' },
  ],
  ['tally', { prints: 3, minutesEach: 5 }, 'Say since when the tally runs.'],
  [
    'goods',
    { from: 'x', goods: 'Mount', pieces: 2, minutesEach: 9 },
    { kind: 'count-goods', printerId: 'p', from: 'x', goods: 'Mount', pieces: 2, minutesEach: 9 },
  ],
  ['spool', {}, 'Choose the spool, or type its weight, diameter and density.'],
  ['spool', { spoolId: 's' }, { kind: 'finish-spool', printerId: 'p', spoolId: 's' }],
  ['idle', { from: 'x' }, 'Say why nothing ran.'],
])('%s %j', (kind, fields, expected) => expect(made(kind, fields)).toEqual(expected))
