import { isHere, outInWords, printerStates, type PrinterState } from './printerState.ts'

const states = Object.entries(printerStates) as [PrinterState, (typeof printerStates)[PrinterState]][]

it('lets jobs be started in one state alone', () =>
  expect(states.filter(([, { mayRun }]) => mayRun).map(([state]) => state)).toEqual(['in service']))

it('lets be put on hold what runs or was reported, and nothing that is held, gone, or not there yet', () =>
  expect(states.filter(([, { mayBeHeld }]) => mayBeHeld).map(([state]) => state)).toEqual(['in service', 'stopped']))

it('has all but the retired ones here', () =>
  expect(states.filter(([state]) => !isHere({ state })).map(([state]) => state)).toEqual(['retired']))

it('says why one is out, by the word of its state', () =>
  expect(outInWords({ state: 'stopped', why: 'Plug brown and soft' })).toBe('Stopped: Plug brown and soft'))
