import type { FinishJob } from '@diatribon/contract'
import { hourMs, metresOf, given } from '@diatribon/core'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { eventsOf, noticeMaterial, takeBackEvents } from '../pieces/events.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, JobRow } from '../facts.ts'
import { and, eq, isNull } from 'drizzle-orm'
import { job as jobTable } from '../../platform/tables.ts'
import { lockedSpool } from '../needs.ts'

export const finishJob: ActionKind<FinishJob> = {
  reachesBeyondPrinter: ({ jobId, spoolId }) => (jobId ?? spoolId) !== undefined,
  right: 'report jobs',
  needs: ({ jobId, spoolId }) => ({ jobs: jobId ? [jobId] : [], spools: spoolId ? [spoolId] : [] }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, jobId, outcome } = action
    const printer = facts.printer(printerId)
    const job = jobId ? facts.find('job', jobId) : undefined
    if (jobId && !job && action.startedAt === undefined && action.hours === undefined)
      throw new Refusal(404, 'not-there', 'That job was never started here. Say when it began, or how long it ran.')
    if (job && job.printerId !== printerId)
      throw new Refusal(
        409,
        'job-of-another-printer',
        `“${job.name}” was started on another printer, not on ${printer.name}.`,
      )
    if (job?.finishedSeq) throw new Refusal(409, 'already-finished', `“${job.name}” has already been finished.`)
    const startedAt = startOf(action, job, at)
    const hours = action.hours ?? (at.getTime() - startedAt.getTime()) / hourMs
    const metres = metresUsed(action, job, outcome)
    const spoolId = action.spoolId ?? job?.spoolId
    if (spoolId && !facts.find('spool', spoolId)) await facts.load('spool', 'id', [spoolId], lockedSpool)
    const spool = spoolId ? facts.spool(spoolId) : undefined
    const abrasive = action.abrasive ?? job?.abrasive ?? spool?.abrasive ?? false
    await placeEvidence(
      facts,
      usageRow({ seq, siteId, printerId, kind: 'job', fromAt: startedAt, at, hours, prints: 1, metres, abrasive }),
    )
    if (!job)
      noticeMaterial(facts, { seq, siteId, printerId, at, material: action.material ?? spool?.material ?? null })
    if (job) facts.put('job', { ...job, spoolUsedId: spoolId ?? null, finishedAt: at, finishedSeq: seq, outcome })
    if (spoolId) useSpool(facts, spoolId, at, metres)
  },

  async amend(facts, original, amendment) {
    const { correction } = amendment.action
    if (correction && (correction.hours ?? correction.metres) === undefined)
      throw new Refusal(400, 'bad-input', 'A finished job is corrected by its hours or its metres of filament.')
    const { hours, metres } = correction ?? {}
    const found = await facts.db.select().from(jobTable).where(eq(jobTable.finishedSeq, original.seq))
    const job = facts.loaded('job', found).find(({ finishedSeq }) => finishedSeq === original.seq)
    if (job && amendment.action.takeBack) await requireNoOther(facts, job)
    const events = amendment.action.takeBack ? await eventsOf(facts, original.seq) : []
    const spoolId = original.action.spoolId ?? job?.spoolId
    if (spoolId) await facts.load('spool', 'id', [spoolId], lockedSpool)
    let usedBefore = 0
    const next = await amendEvidence(facts, original, amendment, (row) => {
      usedBefore = row.metres
      return {
        hours: hours ?? row.hours,
        // Its end stands; a longer job began earlier.
        fromAt:
          hours === undefined
            ? row.fromAt
            : new Date(Math.min(row.fromAt.getTime(), row.at.getTime() - hours * hourMs)),
        metres: metres ?? row.metres,
      }
    })
    takeBackEvents(facts, events, amendment.seq)
    if (spoolId) useSpool(facts, spoolId, next.at, (amendment.action.takeBack ? 0 : next.metres) - usedBefore)
    if (job && amendment.action.takeBack)
      facts.put('job', { ...job, spoolUsedId: null, finishedAt: null, finishedSeq: null, outcome: null })
  },

  correctable: ({ hours, metres }) => ({
    ...(hours === undefined ? {} : { hours }),
    ...(metres === undefined ? {} : { metres }),
  }),

  words: ({ name, hours, startedAt, at, metres, grams, material, outcome }) => {
    const ran = hours ?? (startedAt ? (Date.parse(at) - Date.parse(startedAt)) / hourMs : null)
    const said = (value: number) => value.toLocaleString('en-GB', { maximumFractionDigits: 1 })
    return [
      name ? `“${name}” ${outcome}` : `Job ${outcome}`,
      ran !== null && `${said(ran)} h`,
      metres !== undefined && `${said(metres)} m`,
      grams !== undefined && `${said(grams)} g`,
      material,
    ]
      .filter(Boolean)
      .join(', ')
  },
}

/** A job whose end is taken back runs again, which it cannot beside another. */
async function requireNoOther(facts: Facts, { name, printerId }: JobRow): Promise<void> {
  const [running] = await facts.db
    .select({ name: jobTable.name })
    .from(jobTable)
    .where(and(eq(jobTable.printerId, printerId), isNull(jobTable.finishedSeq)))
  if (running)
    throw new Refusal(
      409,
      'job-running',
      `“${running.name}” was started since, and a printer runs one job at a time. Finish that one first, or correct the hours of “${name}” instead.`,
    )
}

function startOf({ startedAt, hours }: FinishJob, job: JobRow | undefined, at: Date): Date {
  const started = startedAt ? new Date(startedAt) : job ? job.startedAt : new Date(at.getTime() - given(hours) * hourMs)
  if (started > at) throw badInput('startedAt', 'The job would begin after its end.')
  return started
}

/** Filament of a job: as told, else as planned when it went well. */
function metresUsed(action: FinishJob, job: JobRow | undefined, outcome: FinishJob['outcome']): number {
  const { metres, grams, diameterMm, densityGPerCm3 } = action
  if (metres !== undefined) return metres
  if (grams !== undefined)
    return metresOf({ grams, diameterMm: given(diameterMm), densityGPerCm3: given(densityGPerCm3) })
  return outcome === 'good' ? (job?.plannedMetres ?? 0) : 0
}

/** What a job has used comes off its spool, unless the spool was weighed since. */
function useSpool(facts: Facts, spoolId: string, at: Date, metres: number): void {
  const spool = facts.spool(spoolId)
  if (spool.weighedAt && spool.weighedAt > at) return
  facts.put('spool', { ...spool, leftMetres: Math.max(0, spool.leftMetres - metres) })
}
