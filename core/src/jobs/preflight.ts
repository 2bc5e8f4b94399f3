import type { BuiltLimits, MachineLimits } from './asBuilt.ts'
import type { Extent, JobFigures } from './jobFigures.ts'

/** Stop: it would do harm or cannot work. Warn: look again. Note: worth knowing. */
export type Grade = 'stop' | 'warn' | 'note'

export type FindingCode =
  | 'no-limits'
  | 'limits-not-confirmed'
  | 'not-in-service'
  | 'unusual-temperature'
  | 'wrong-bore'
  | 'too-fast'
  | 'start-code'
  | 'off-the-plate'
  | 'too-high'
  | 'nozzle-too-hot'
  | 'bed-too-hot'
  | 'chamber'
  | 'no-temperature'
  | 'abrasive'
  | 'needs-enclosure'
  | 'enclosed-too-warm'
  | 'wrong-diameter'
  | 'diameter-unknown'
  | 'tool-missing'
  | 'filament-short'
  | 'filament-close'
  | 'part-due'
  | 'first-layer'
  | 'heating-not-counted'
  | 'words-not-understood'

export interface Finding {
  grade: Grade
  code: FindingCode
  words: string
}

export type JobDemand = Pick<
  JobFigures,
  | 'seconds'
  | 'filamentMm'
  | 'nozzleC'
  | 'bedC'
  | 'chamberC'
  | 'printed'
  | 'reach'
  | 'firstLayerMm'
  | 'filamentLooksLikeMm'
  | 'heatingWaits'
  | 'notUnderstood'
  | 'lines'
> &
  Partial<Pick<JobFigures, 'fastestMmPerS' | 'accelerationMmPerS2' | 'probes' | 'told'>>

/** From and to, °C. */
export type Range = readonly [number, number]

export interface Filling {
  name: string
  abrasive: boolean
  needsEnclosure: boolean
  /** It jams or sags in a warm box. */
  shunsEnclosure?: boolean
  /** Usual temperatures; left out: not known. */
  nozzleC?: Range
  bedC?: Range
}

/** The printer that is asked, as it stands now. */
export interface PrinterNow {
  name: string
  /** Why it must not be used; null when it may. */
  outOfUse: string | null
  built: BuiltLimits | null
  /** The limits are usual ones that nobody has held against the maker's sheet yet. */
  limitsToConfirm?: boolean
  /** Make and model, as the catalogue has them; left out: not known. */
  model?: string
  /** Whether it has something to probe its bed with; left out: not known. */
  hasProbe?: boolean
  /** Filament on its spool, metres; null when nobody knows. */
  leftOnSpoolM: number | null
  /** Parts with running hours left until they are due, negative when overdue. */
  partsDue: { slot: string; hoursLeft: number }[]
}

/** Heads stray a little past the plate's edge to wipe and to begin; more than this is a mistake. */
const edgeSlackMm = 0.5
/** Filament that is lost to purging and to the last turns on the spool. */
const spareMetres = 2
/** First layers outside this hardly ever hold. Common practice, no source. */
const firstLayerMm = { least: 0.1, most: 0.6 }
/** Nozzle temperatures below this extrude nothing that is usual. Common practice, no source. */
const coldestUsefulC = 150
/** Air above this harms the electronics of a printer that is not made for it; 30 °C is a common limit. */
const warmBedC = 90

/**
 * Whether a printer, as built, can take a job: findings in plain words, the gravest first.
 * @param job what the file asks for
 * @param filling what is to be printed; null when nobody has said
 * @param printer the printer as it stands
 * Source: common practice, no source.
 */
export function preflight(job: JobDemand, filling: Filling | null, printer: PrinterNow): Finding[] {
  const findings: Finding[] = []
  const find = (grade: Grade, code: FindingCode, words: string) => void findings.push({ grade, code, words })
  const { name, outOfUse, built, limitsToConfirm = false, leftOnSpoolM, partsDue } = printer
  if (outOfUse !== null) find('stop', 'not-in-service', `${name} must not be used: ${outOfUse}`)
  if (!built)
    find(
      'warn',
      'no-limits',
      `The model of ${name} has no limits in the catalogue, so most of the job cannot be checked.`,
    )
  else {
    const { limits } = built
    if (limitsToConfirm)
      find(
        'warn',
        'limits-not-confirmed',
        `The limits of ${name} are usual ones of its kind: nobody has held them against the maker's sheet yet. A lead does so in the catalogue.`,
      )
    checkPlate(job.printed ?? job.reach, built, name, find)
    if (job.nozzleC !== null && job.nozzleC > built.nozzleMaxC)
      find(
        'stop',
        'nozzle-too-hot',
        `The job heats the nozzle to ${c(job.nozzleC)}; ${name} stands ${c(built.nozzleMaxC)} at most` +
          (built.nozzleLimitedBy ? `, because of its ${built.nozzleLimitedBy}.` : '.'),
      )
    if (job.bedC !== null && job.bedC > limits.bedMaxC)
      find(
        'stop',
        'bed-too-hot',
        `The job heats the bed to ${c(job.bedC)}; ${name} reaches ${c(limits.bedMaxC)} at most.`,
      )
    if (job.chamberC !== null && job.chamberC > 0 && job.chamberC > (limits.chamberMaxC ?? 0))
      find(
        'stop',
        'chamber',
        limits.chamberMaxC === null
          ? `The job wants a chamber of ${c(job.chamberC)}; ${name} has no heated chamber.`
          : `The job wants a chamber of ${c(job.chamberC)}; ${name} reaches ${c(limits.chamberMaxC)} at most.`,
      )
    if (filling) checkMaterial(job, filling, built, name, find)
    checkBore(job, built, name, find)
    checkMotion(job, limits, name, find)
    if (filling?.abrasive && built.abrasiveForbiddenBy.length > 0)
      find(
        'stop',
        'abrasive',
        `${filling.name} eats the ${built.abrasiveForbiddenBy.join(' and the ')} of ${name}. ` +
          'Fit a hardened one first, or choose another printer.',
      )
    if (filling?.needsEnclosure && !limits.enclosed)
      find(
        'stop',
        'needs-enclosure',
        `${filling.name} needs an enclosed printer; ${name} is open, and the part would warp.`,
      )
    if (limits.enclosed && filling && !filling.needsEnclosure && (filling.shunsEnclosure || (job.bedC ?? 0) < warmBedC))
      find(
        filling.shunsEnclosure ? 'warn' : 'note',
        'enclosed-too-warm',
        `${name} is enclosed: leave its door open for ${filling.name}.`,
      )
    const madeForMm = job.told?.filamentMm ?? job.filamentLooksLikeMm
    if (madeForMm !== null && Math.abs(madeForMm - limits.filamentMm) > sameDiameterMm)
      find(
        'stop',
        'wrong-diameter',
        `The job is made for ${madeForMm} mm filament; ${name} takes ${limits.filamentMm} mm. ` +
          'Slice it again with the right diameter.',
      )
    if (madeForMm === null && job.filamentMm.some((mm) => mm > 0))
      find('note', 'diameter-unknown', 'For which filament diameter the job was made cannot be told from it.')
    const lastTool = job.filamentMm.findLastIndex((mm) => mm > 0)
    if (lastTool >= limits.tools)
      find('stop', 'tool-missing', `The job uses tool ${lastTool + 1}; ${name} has ${limits.tools}.`)
  }
  checkStartCode(job, printer, find)
  if (job.nozzleC === null)
    find('warn', 'no-temperature', 'The job sets no nozzle temperature: it would print at whatever was set before.')
  else if (job.nozzleC < coldestUsefulC && job.filamentMm.some((mm) => mm > 0))
    find(
      'stop',
      'no-temperature',
      `The job feeds filament at ${c(job.nozzleC)}: nothing melts there, and the drive gear would grind.`,
    )
  checkFilament(job, leftOnSpoolM, find)
  const hours = job.seconds / 3600
  for (const { slot, hoursLeft } of partsDue)
    if (hoursLeft <= 0) find('warn', 'part-due', `${slot} of ${name} is overdue for replacement.`)
    else if (hoursLeft < hours)
      find(
        'warn',
        'part-due',
        `${slot} of ${name} falls due in ${hoursLeft.toFixed(1)} h, before this job of ${hours.toFixed(1)} h would end.`,
      )
  if (job.firstLayerMm !== null && (job.firstLayerMm < firstLayerMm.least || job.firstLayerMm > firstLayerMm.most))
    find(
      'warn',
      'first-layer',
      `The first layer is ${job.firstLayerMm.toFixed(2)} mm high; ${firstLayerMm.least} to ${firstLayerMm.most} mm is usual.`,
    )
  if (job.heatingWaits > 0)
    find('note', 'heating-not-counted', 'Heating up comes on top of the time; how long is not in the file.')
  if (job.notUnderstood > 0)
    find(
      'note',
      'words-not-understood',
      `${job.notUnderstood} of ${job.lines} lines are words of one maker that are not read here.`,
    )
  const order: Grade[] = ['stop', 'warn', 'note']
  return findings.sort((a, b) => order.indexOf(a.grade) - order.indexOf(b.grade))
}

/** Beyond a usual range by more than this the job is for another material. Common practice, no source. */
const farBeyondC = 15
/** Filament is sold as 1.75 and 2.85 mm, and measured a little beside it. */
const sameDiameterMm = 0.15

/** What is to be printed against what the file heats to. */
function checkMaterial(job: JobDemand, filling: Filling, built: BuiltLimits, name: string, find: Find): void {
  const beyond = (celsius: number | null, range: Range | undefined) =>
    celsius === null || !range ? 0 : Math.max(0, range[0] - celsius, celsius - range[1])
  const { nozzleC, bedC } = filling
  const nozzle = beyond(job.nozzleC, nozzleC)
  if (nozzle > 0 && job.nozzleC !== null && nozzleC)
    find(
      nozzle > farBeyondC ? 'stop' : 'warn',
      'unusual-temperature',
      `The job heats the nozzle to ${c(job.nozzleC)}; ${filling.name} is usually printed at ${nozzleC[0]} to ${c(nozzleC[1])}.` +
        (nozzle > farBeyondC ? ' Is the file for another material?' : ''),
    )
  if (beyond(job.bedC, bedC) > 0 && job.bedC !== null && bedC)
    find(
      'warn',
      'unusual-temperature',
      `The job heats the bed to ${c(job.bedC)}; ${filling.name} usually wants ${bedC[0]} to ${c(bedC[1])}.`,
    )
  if (nozzleC && nozzleC[0] > built.nozzleMaxC)
    find(
      'stop',
      'nozzle-too-hot',
      `${filling.name} wants ${c(nozzleC[0])} and more; ${name} stands ${c(built.nozzleMaxC)} at most` +
        (built.nozzleLimitedBy ? `, because of its ${built.nozzleLimitedBy}.` : '.'),
    )
}

/** The nozzle that the file was made for against the one that is fitted. */
function checkBore({ told }: JobDemand, { boreMm, boreOf }: BuiltLimits, name: string, find: Find): void {
  if (told?.boreMm == null || boreMm === null || Math.abs(told.boreMm - boreMm) < 0.01) return
  find(
    'stop',
    'wrong-bore',
    `The file is made for a nozzle of ${told.boreMm} mm; ${name} has one of ${boreMm} mm (${boreOf ?? 'Nozzle'}).`,
  )
}

function checkMotion(job: JobDemand, limits: MachineLimits, name: string, find: Find): void {
  const { fastestMmPerS = null, accelerationMmPerS2 = null } = job
  if (fastestMmPerS !== null && fastestMmPerS > limits.maxSpeedMmPerS * 1.01)
    find(
      'warn',
      'too-fast',
      `The job asks for ${Math.round(fastestMmPerS)} mm/s; ${name} is made for ${limits.maxSpeedMmPerS} mm/s at most.`,
    )
  if (accelerationMmPerS2 !== null && accelerationMmPerS2 > limits.accelerationMmPerS2 * 1.01)
    find(
      'warn',
      'too-fast',
      `The job asks for an acceleration of ${Math.round(accelerationMmPerS2)} mm/s²; ${name} is made for ${limits.accelerationMmPerS2} mm/s² at most: layers may shift.`,
    )
}

/** Whether the file begins as another kind of machine does. */
function checkStartCode(job: JobDemand, { name, model, hasProbe }: PrinterNow, find: Find): void {
  if (job.probes && hasProbe === false)
    find(
      'warn',
      'start-code',
      `The start code has the machine probe its bed, and no probe is fitted to ${name} as it stands in the book: the nozzle may be driven into the plate. Is the file for another kind of machine?`,
    )
  const madeFor = job.told?.madeFor
  if (!madeFor || !model) return
  const words = (text: string) => text.toLowerCase().split(/[^\p{L}\d]+/u)
  const own = words(model)
  if (!words(madeFor).some((one) => one.length > 1 && own.includes(one)))
    find(
      'warn',
      'start-code',
      `The file says that it was made for “${madeFor}”; ${name} is a ${model}. Its start code may not fit.`,
    )
}

type Find = (grade: Grade, code: FindingCode, words: string) => void

function checkPlate(box: Extent, { limits }: BuiltLimits, name: string, find: Find): void {
  const sides = [
    ['left', -box.minX],
    ['right', box.maxX - limits.plateXMm],
    ['front', -box.minY],
    ['back', box.maxY - limits.plateYMm],
  ] as const
  for (const [side, beyondMm] of sides)
    if (beyondMm > edgeSlackMm)
      find(
        'stop',
        'off-the-plate',
        `The job goes ${beyondMm.toFixed(1)} mm over the ${side} edge of the plate of ${name} ` +
          `(${limits.plateXMm} × ${limits.plateYMm} mm).`,
      )
  if (box.maxZ > limits.heightMm)
    find('stop', 'too-high', `The job is ${box.maxZ.toFixed(1)} mm high; ${name} takes ${limits.heightMm} mm.`)
}

function checkFilament(job: JobDemand, leftM: number | null, find: Find): void {
  const needM = job.filamentMm.reduce((sum, mm) => sum + mm, 0) / 1000
  if (needM === 0) return
  if (leftM === null)
    return find(
      'note',
      'filament-close',
      `The job needs ${needM.toFixed(1)} m of filament. Say which spool, to check it.`,
    )
  if (leftM < needM)
    find(
      'stop',
      'filament-short',
      `The job needs ${needM.toFixed(1)} m of filament; the spool has ${leftM.toFixed(1)} m left.`,
    )
  else if (leftM < needM + spareMetres)
    find(
      'warn',
      'filament-close',
      `The job needs ${needM.toFixed(1)} m of the ${leftM.toFixed(1)} m left: hardly anything to spare.`,
    )
}

const c = (celsius: number) => `${Math.round(celsius)} °C`
