import { eq } from 'drizzle-orm'
import type { CheckStep, RecordStep } from '@diatribon/contract'
import { againstLimits, given } from '@diatribon/core'
import {
  checkWork,
  contentOf,
  openSheet,
  requireConfirmed,
  requireMayDo,
  requireStepUsable,
  stepOf,
} from '../pieces/doing.ts'
import { machineOf } from '../pieces/machineOf.ts'
import { measured } from '../pieces/measured.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { badInput } from '../../platform/refusal.ts'
import { reading } from '../../platform/tables.ts'
import { judgedHere } from '../../rules/stepsHere.ts'
import { kindsNamed, readingRow } from '../pieces/readingRow.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { resultsOf } from '../pieces/stepResults.ts'

export const recordStep: ActionKind<RecordStep> = {
  right: 'do checks',
  work: checkWork,
  whenSent: (facts, action) => requireStepUsable(facts, action, (content) => stepOf(content, action.stepId).state),
  photos: ({ photos = [] }) => photos,
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, sheetId, stepId, done = false, choice = null, text = null, photos = [], note = null } = action
    const { value = null, unit = null } = action
    const sheet = await openSheet(facts, sheetId, printerId)
    const content = await contentOf(facts, sheet)
    const step = await stepHere(facts, printerId, { step: stepOf(content, stepId), at })
    await requireMayDo(facts, content, { siteId, personId, printerId, at })
    requireConfirmed(sheet, step.state)
    const isOut = resultIsOut(step, action)
    const { hours } = await countersAt(facts, facts.printer(printerId), at)
    // What was found before at this step stays in the book, and no longer counts.
    for (const old of (await resultsOf(facts, sheetId)).filter((row) => row.stepId === stepId)) {
      const [kept] = facts
        .loaded('reading', await facts.db.select().from(reading).where(eq(reading.seq, old.seq)))
        .filter(({ seq: of }) => of === old.seq)
      if (kept) facts.put('reading', { ...kept, takenBackSeq: seq })
      facts.put('stepResult', { ...old, replacedSeq: seq })
    }
    facts.put('stepResult', {
      seq,
      siteId,
      sheetId,
      stepId,
      personId,
      at,
      done,
      value,
      unit,
      choice,
      text,
      photos,
      isOut,
      note,
      replacedSeq: null,
    })
    if (step.reading)
      facts.put(
        'reading',
        readingRow({
          seq,
          place: 0,
          siteId,
          printerId,
          at,
          runHours: hours,
          name: step.reading,
          value,
          unit,
          source: 'check',
          sheetId,
          stepId,
        }),
      )
  },
  words: ({ sheetId, stepId, ...found }, names) => {
    const { check, step } = names.sheet(sheetId)
    return `${check}, ${step(stepId)}: ${resultWords(found)}`
  },
}

/** A step with the limits that its value is judged by on this printer. */
async function stepHere(
  facts: Facts,
  printerId: string,
  { step, at }: { step: CheckStep; at: Date },
): Promise<CheckStep> {
  if (step.reading === undefined || step.lower !== undefined || step.upper !== undefined) return step
  const kind = (await kindsNamed(facts, [step.reading])).get(step.reading.toLowerCase())
  return judgedHere(step, await machineOf(facts, printerId, at), kind)
}

/** @throws Refusal when the result is not what the kind of the step asks for */
function resultIsOut(step: CheckStep, { done, value, unit, choice, text, photos }: RecordStep): boolean {
  const need = (field: string, given: unknown, words: string) => {
    if (given === undefined) throw badInput(field, `“${step.title}” asks for ${words}`)
  }
  switch (step.kind) {
    case 'tick':
      need('done', done, 'a tick')
      return done === false
    case 'measure':
      need('value', value, `a figure in ${step.unit}`)
      if (unit !== step.unit)
        throw badInput('unit', `“${step.title}” is measured in ${step.unit}; ${unit ?? 'no unit'} does not fit`)
      return againstLimits(given(value), { lower: step.lower ?? null, upper: step.upper ?? null }) !== 'inside'
    case 'choose': {
      need('choice', choice, 'a choice')
      const found = given(step.choices).find(({ words }) => words === choice)
      if (!found)
        throw badInput(
          'choice',
          `“${step.title}”: choose one of ${given(step.choices)
            .map((c) => c.words)
            .join(', ')}`,
        )
      return found.isBad
    }
    case 'photo':
      need('photos', photos, 'a photo')
      return false
    case 'text':
      need('text', text, 'some words')
      return false
  }
}

export function resultWords(of: Pick<RecordStep, 'done' | 'value' | 'unit' | 'choice' | 'text' | 'photos'>): string {
  const { done, value, unit, choice, text, photos } = of
  return [
    done === true && 'in order',
    done === false && 'not in order',
    value !== undefined && `${measured(value)} ${unit}`,
    choice,
    text && `“${text}”`,
    photos && photos.length > 0 && `${photos.length} ${photos.length === 1 ? 'photo' : 'photos'}`,
  ]
    .filter(Boolean)
    .join(', ')
}
