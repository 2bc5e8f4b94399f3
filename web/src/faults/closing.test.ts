import type { FaultPage } from '@diatribon/contract'
import { closeFault, closingBegun } from './closing.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const inAWeek = '2026-11-27'
const cause = (id: string, mechanism: string) => ({ cause: { id, name: id, mechanism } })
const page = (over: object = {}) =>
  ({
    printer: { id: 'limpet' },
    fault: { id: 'f' },
    diagnosis: { causes: [cause('likely', 'Dry rail'), cause('rare', 'Loose pulley')] },
    steps: [],
    work: [],
    ...over,
  }) as unknown as FaultPage
const said = { broughtAbout: 'wear', permanence: 'permanent', minutes: 20, what: 'Oiled' } as const

describe('the closing of a fault', () => {
  it('begins with the likeliest cause, where nothing has helped yet', () =>
    expect(closingBegun(page(), now, inAWeek)).toMatchObject({
      causeId: 'likely',
      what: '',
      minutes: undefined,
      dueDate: '2026-11-27',
    }))

  it('begins with the change that helped last, and its cause', () => {
    const change = (causeId: string | null, outcome: string, words: string) => ({
      kind: 'change',
      causeId,
      outcome,
      words,
    })
    const steps = [change('likely', 'still there', 'Oiled'), change('rare', 'gone', 'Pulley tightened')]
    expect(closingBegun(page({ steps }), now, inAWeek)).toMatchObject({ causeId: 'rare', what: 'Pulley tightened' })
    expect(closingBegun(page({ steps: [change(null, 'gone', 'A knock')] }), now, inAWeek)).toMatchObject({
      causeId: 'other',
    })
  })

  it('counts the minutes at work, up to now where somebody still is', () => {
    const work = [
      { from: '2026-11-20T08:00:00Z', until: '2026-11-20T08:20:00Z' },
      { from: '2026-11-20T09:50:00Z', until: null },
    ]
    expect(closingBegun(page({ work }), now, inAWeek).minutes).toBe(30)
  })

  it('is not sent while something is missing, and says what', () => {
    const begun = closingBegun(page(), now, inAWeek)
    expect(closeFault(page(), begun)).toContain('brought it about')
    expect(closeFault(page(), { ...begun, broughtAbout: 'wear' })).toContain('for good')
    expect(closeFault(page(), { ...begun, ...said, minutes: undefined })).toContain('minutes')
  })

  it('has the mechanism of its cause unless somebody says another, and a promise only of what is not for good', () => {
    const begun = { ...closingBegun(page(), now, inAWeek), ...said }
    expect(closeFault(page(), begun)).toMatchObject({ causeId: 'likely', mechanism: 'Dry rail' })
    expect(closeFault(page(), begun)).not.toHaveProperty('promise')
    const own = {
      ...begun,
      causeId: 'other',
      mechanism: 'Grit',
      permanence: 'temporary',
      promised: 'New rail',
    } as const
    expect(closeFault(page(), own)).toMatchObject({
      causeId: null,
      mechanism: 'Grit',
      promise: { what: 'New rail', dueDate: '2026-11-27' },
    })
  })
})
