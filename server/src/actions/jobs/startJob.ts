import type { StartJob } from '@diatribon/contract'
import { stopFaults } from '../pieces/stopFaults.ts'
import { noticeMaterial } from '../pieces/events.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'
import { jobOn } from '../pieces/inPlace.ts'

export const startJob: ActionKind<StartJob> = {
  reachesBeyondPrinter: ({ spoolId }) => spoolId !== undefined,
  right: 'report jobs',
  needs: ({ printerId, jobId, spoolId }) => ({
    jobs: [jobId],
    spools: spoolId ? [spoolId] : [],
    jobsRunningOn: [printerId],
  }),

  async whenSent(facts, { printerId }) {
    const [stop] = await stopFaults(facts, printerId)
    if (stop)
      throw new Refusal(
        409,
        'stopped',
        `${facts.printer(printerId).name} is stopped and must not be used: “${stop.symptom}” was reported. Somebody must look at it and lift the stop first.`,
      )
  },

  apply(facts, { seq, siteId, at, action }) {
    const { printerId, jobId, name, plannedHours, plannedMetres = null, material, abrasive, spoolId = null } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (printer.holdReason !== null)
      throw new Refusal(409, 'on-hold', `${printer.name} is on hold and must not be used: ${printer.holdReason}`)
    if (facts.find('job', jobId))
      throw new Refusal(409, 'already-started', 'This job was started before. Make a new id for a new job.')
    const running = jobOn(facts, printerId)
    if (running)
      throw new Refusal(
        409,
        'job-running',
        `“${running.name}” was started on ${printer.name} and is not finished yet. Finish that one first.`,
      )
    const spool = spoolId ? facts.spool(spoolId) : null
    noticeMaterial(facts, { seq, siteId, printerId, at, material: material ?? spool?.material ?? null })
    facts.put('job', {
      id: jobId,
      siteId,
      printerId,
      name,
      startedAt: at,
      startedSeq: seq,
      plannedHours,
      plannedMetres,
      material: material ?? spool?.material ?? null,
      abrasive: abrasive ?? spool?.abrasive ?? false,
      spoolId,
      spoolUsedId: null,
      finishedAt: null,
      finishedSeq: null,
      outcome: null,
    })
  },

  words: ({ name, plannedHours, plannedMetres }) =>
    `“${name}” started, planned ${plannedHours.toLocaleString('en-GB', { maximumFractionDigits: 1 })} h` +
    (plannedMetres === undefined
      ? ''
      : ` and ${plannedMetres.toLocaleString('en-GB', { maximumFractionDigits: 1 })} m`),
}
