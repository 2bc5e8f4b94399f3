import type { CheckContent, CheckStep, NeededState } from '@diatribon/contract'
import { heatsOrMoves, isAtLeast, rolesFrom } from '@diatribon/contract'
import type { CheckSheetRow, Facts } from '../facts.ts'
import { Refusal } from '../../platform/refusal.ts'
import { requireUsableFor } from './requireUsable.ts'
import { isSignedOff, type Work } from './requireSignOffs.ts'

/** A sheet that is still being filled in. @throws Refusal when it is over, or of another printer */
export async function openSheet(facts: Facts, sheetId: string, printerId: string): Promise<CheckSheetRow> {
  const sheet = await facts.get('checkSheet', sheetId, 'check')
  if (sheet.printerId !== printerId)
    throw new Refusal(
      409,
      'sheet-of-another-printer',
      `This check belongs to another printer than ${facts.printer(printerId).name}.`,
    )
  if (sheet.outcome !== null)
    throw new Refusal(409, 'check-over', `This check is over already (${sheet.outcome}). Begin a new one.`)
  return sheet
}

/** The steps of a sheet: those of the version that it was begun with. */
export async function contentOf(facts: Facts, sheet: CheckSheetRow): Promise<CheckContent> {
  return (await facts.get('checkVersion', `${sheet.checkTypeId} ${sheet.version}`, 'version of this check')).content
}

export function stepOf(content: CheckContent, stepId: string): CheckStep {
  const step = content.steps.find(({ id }) => id === stepId)
  if (!step) throw new Refusal(404, 'not-there', `${content.name} has no such step in the version that was begun.`)
  return step
}

/** @throws Refusal 403 when the person lacks the role or the sign-off that the check needs on that day and printer */
export async function requireMayDo(
  facts: Facts,
  content: CheckContent,
  of: { siteId: string; personId: string; printerId: string; at: Date },
): Promise<void> {
  const { role, signOff, name } = content
  const person = await facts.get('person', of.personId, 'person')
  if (!isAtLeast(person.role, role))
    throw new Refusal(403, 'no-right', `“${name}” needs ${rolesFrom(role)}; you are ${person.role}. Ask one of them.`)
  if (!signOff) return
  if (!(await isSignedOff(facts, { ...of, signOff, modelId: facts.printer(of.printerId).modelId })))
    throw new Refusal(
      403,
      'no-sign-off',
      `“${name}” needs somebody signed off for ${signOff}${signOff === 'mains' ? ', that is a qualified electrical person' : ''}. Ask one of them; you may report what you see.`,
    )
}

/** What a check asks of hands: judged when it is sent, as of today as well. */
export function workOf({ role, signOff, name }: CheckContent, modelId: string): Work {
  return { role: { least: role, forWhat: name }, signOffs: signOff ? [signOff] : [], modelId, toConfirm: null }
}

/** What a check that is being done asks of whoever does a step of it, ends it or gives it up. */
export async function checkWork(
  facts: Facts,
  { printerId, sheetId }: { printerId: string; sheetId: string },
): Promise<Work> {
  const content = await contentOf(facts, await openSheet(facts, sheetId, printerId))
  return workOf(content, facts.printer(printerId).modelId)
}

/** A hot or moving step of a check that was begun before its printer was stopped or held. @throws Refusal 409 */
export async function requireStepUsable(
  facts: Facts,
  of: { printerId: string; sheetId: string; at: string },
  stateOfStep: (content: CheckContent) => NeededState,
): Promise<void> {
  const sheet = await openSheet(facts, of.sheetId, of.printerId)
  const content = await contentOf(facts, sheet)
  if (!heatsOrMoves(stateOfStep(content))) return
  const { checkTypeId, exception } = sheet
  await requireUsableFor(facts, { ...of, checkTypeId, content, exception })
}

/** @throws Refusal 409 when nobody has confirmed yet that the printer is as the step needs it */
export function requireConfirmed(sheet: CheckSheetRow, state: NeededState): void {
  if (state === 'any' || sheet.confirmed.some((c) => c.state === state)) return
  throw new Refusal(
    409,
    'cautions-first',
    `This step needs the printer ${state}. Read the cautions and confirm that it is ${state} first.`,
  )
}
