import { v5 as derivedId } from 'uuid'
import { heatsOrMoves, type NeededState, type RecordTest } from '@diatribon/contract'
import { openFault } from '../pieces/openFault.ts'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const recordTest: ActionKind<RecordTest> = {
  right: 'work on faults',
  needs: ({ sisterId }) => ({ knownPrinters: sisterId ? [sisterId] : [] }),
  photos: ({ photos = [] }) => photos,
  async work(facts, { testId, printerId, confirmed }) {
    const { content } = await facts.get('faultTest', testId, 'test')
    const careful = heatsOrMoves(content.state) || content.state === 'unplugged' || content.signOff !== null
    return {
      signOffs: content.signOff ? [content.signOff] : [],
      modelId: facts.printer(printerId).modelId,
      toConfirm:
        careful && !confirmed
          ? `“${content.name}” is done ${howDone[content.state] ?? content.state}. Read the cautions and confirm that first.`
          : null,
    }
  },
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, faultId, testId, outcome, sisterId, minutes, note = null, key } = action
    await openFault(facts, faultId, printerId)
    const { content } = await facts.get('faultTest', testId, 'test')
    if (!content.outcomes.some(({ words }) => words === outcome))
      throw badInput(
        'outcome',
        `“${content.name}” ends with one of ${content.outcomes.map(({ words }) => `“${words}”`).join(', ')}.`,
      )
    if (content.onSister) {
      if (!sisterId) throw badInput('sisterId', 'Say on which printer the same job was run.')
      if (sisterId === printerId) throw badInput('sisterId', 'The same job is run on another printer, not on this one.')
    }
    const sister = sisterId ? facts.printer(sisterId) : null
    if (sister && sister.modelId !== facts.printer(printerId).modelId)
      throw badInput('sisterId', `${sister.name} is of another model; only a sister machine compares.`)
    facts.put('faultStep', {
      id: derivedId('step', key),
      siteId,
      faultId,
      seq,
      kind: 'test',
      words: sister ? `${content.name} (${sister.name})` : content.name,
      testId,
      causeId: null,
      outcome,
      note,
      minutes: minutes ?? content.minutes,
      personId,
      at,
      takenBackSeq: null,
    })
  },
  words: ({ testId, outcome, sisterId, confirmed }, names) =>
    `${names.faultTest(testId)}${sisterId ? ` (${names.printer(sisterId)})` : ''}: ${outcome}${confirmed ? '; cautions confirmed' : ''}`,
}

const howDone: Partial<Record<NeededState, string>> = { any: 'with care', moving: 'while it moves' }
