import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import type { LifePage, LifeSummary, PolicyChoice } from '@diatribon/contract'
import { clockUnits, given, shareLimits, type Doubted } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { downTime, neighbourLives, partType, person, site, type StoredJudgement } from '../platform/tables.ts'
import { keptResults } from '../kept/keptResults.ts'
import { adoptedOf, rulesInForce, type RulesInForce } from '../rules/adopted.ts'
import type { LifeCurves } from './lifeCurvesFigure.ts'
import { keptJudgements, replacementCosts } from './judgementFigure.ts'
import { mendedParts } from './mendedParts.ts'
import { lookingCheck, lookingChecks } from './lookingChecks.ts'
import { looksPriced } from './looksPriced.ts'

type PartTypeRow = typeof partType.$inferSelect

/** What every part type's history says; those with the most money at stake first. */
export async function livesList(db: Db): Promise<LifeSummary[]> {
  const judged = await keptJudgements(db)
  const rules = await rulesInForce(db)
  const types = await db.select().from(partType).orderBy(partType.slotKind, partType.name)
  const rows = types.flatMap((type) => {
    const found = judged.get(type.id)
    return found ? summaryOf(type, found, rules) : []
  })
  return rows.sort((a, b) => stakeOf(b) - stakeOf(a))
}

/** What is asked of the lead comes first, by what it is worth; then what costs most. */
const stakeOf = ({ asks, costInYear }: LifeSummary) => (asks?.moneyMinor ?? 0) * 10 + (costInYear?.mean ?? 0)

function summaryOf(type: PartTypeRow, judged: StoredJudgement, rules: RulesInForce): LifeSummary {
  const { id, name, slotKind, tradeInterval, agesBy } = type
  const { fitted, failures, inPlace, perYear, known, policies, recommended, adoptedCost, words } = judged
  const adopted = rules.ofAll(id)
  const inForce = adopted
    ? { policy: given(adopted.policy), interval: adopted.interval, isAdopted: true }
    : judged.isLearned
      ? { policy: 'learned age' as const, interval: judged.interval, isAdopted: false }
      : { policy: 'trade interval' as const, interval: tradeInterval, isAdopted: false }
  const ofPolicy = (policy: string) => policies?.find((one) => one.policy === policy)
  const trade = ofPolicy('trade interval')
  const cost = adopted ? adoptedCost : (ofPolicy(inForce.policy)?.cost ?? null)
  const inYear = (rate: Doubted) => times(rate, perYear)
  const saved = adopted ? null : (ofPolicy(inForce.policy)?.saving ?? null)
  const savesInYear =
    trade && cost
      ? saved
        ? times(saved, trade.cost.mean * perYear)
        : // Of an adopted interval only the mean saving is known: both costs go up and down together.
          plain((trade.cost.mean - cost.mean) * perYear)
      : null
  return {
    partType: { id, name, slotKind },
    clock: agesBy,
    fitted,
    failures,
    inPlace,
    perYear,
    known,
    inForce,
    recommended,
    tradeInterval,
    costInYear: cost && inYear(cost),
    savesInYear,
    asks: asksOf(judged, inForce, cost),
    words,
  }
}

const times = ({ mean, median, limits: [low, high] }: Doubted, by: number): Doubted => ({
  mean: mean * by,
  median: median * by,
  limits: [low * by, high * by],
})
const plain = (value: number): Doubted => ({ mean: value, median: value, limits: [value, value] })

/** An interval that differs by less than this from the recommended one is as good. */
const nearShare = 0.2
/** Paying so much more than need be is worth a word. */
const worthSaying = 0.05

/** What a lead should look at: a rule that would be cheaper than the one in force, or a price that is missing. */
function asksOf(judged: StoredJudgement, inForce: LifeSummary['inForce'], cost: Doubted | null): LifeSummary['asks'] {
  const { policies, recommended, reason, perYear, failures } = judged
  if (!policies)
    return failures > 0 ? { words: 'Enter its price, so that rules can be compared.', moneyMinor: 0 } : null
  const best = policies.find(({ policy }) => policy === recommended.policy)
  if (!best || !cost || sameRule(inForce, recommended)) {
    if (!inForce.isAdopted && inForce.policy === 'learned age' && cost)
      return { words: 'The learned age rules by itself: look at it, and adopt it if you agree.', moneyMinor: 0 }
    return null
  }
  const more = 1 - best.cost.mean / cost.mean
  if (more < worthSaying) return null
  const moneyMinor = (cost.mean - best.cost.mean) * perYear
  const percent = Math.round(100 * more)
  if (inForce.isAdopted)
    return {
      words:
        reason === 'saves'
          ? `What has happened since speaks against the adopted rule: another would cost ${percent} % less.`
          : `What has happened since speaks against the adopted rule: the catalogue's interval would cost ${percent} % less.`,
      moneyMinor,
    }
  const does = doing[recommended.policy]
  return { words: `${does} would cost ${percent} % less: adopt it if you agree.`, moneyMinor }
}

const doing: Record<PolicyChoice['policy'], string> = {
  'trade interval': "The catalogue's interval",
  'learned age': 'Replacing at another age',
  'wait for the failure': 'Waiting for the failure',
  'change together': 'Changing it with its neighbour',
  'look and replace on condition': 'Looking, and replacing on condition,',
}

/** Rules whose interval is no age of replacement: they are the same only where they have the same name. */
const asks = (policy: PolicyChoice['policy']) =>
  policy === 'change together' || policy === 'look and replace on condition' ? policy : null

function sameRule(a: PolicyChoice, b: PolicyChoice): boolean {
  if (asks(a.policy) !== asks(b.policy)) return false
  if (a.interval === null || b.interval === null) return a.interval === b.interval
  return Math.abs(Math.log(a.interval / b.interval)) < nearShare
}

/** One part type's records, curves, rules and verdict. */
export async function lifePage(db: Db, partTypeId: string, now: Date): Promise<Omit<LifePage, 'fresh'>> {
  const [found] = await db
    .select({ row: partType, labour: site.labourCostMinorPerHour })
    .from(partType)
    .innerJoin(site, eq(site.id, partType.siteId))
    .where(eq(partType.id, partTypeId))
  if (!found) throw new Refusal(404, 'not-there', 'There is no part type with this id.')
  const { row: type, labour } = found
  const judged = (await keptResults<StoredJudgement>(db, 'judgement', [partTypeId])).get(partTypeId)
  const costs = replacementCosts(type, labour)
  const curves = (await keptResults<LifeCurves>(db, 'lifeCurves', [partTypeId])).get(partTypeId)
  if (!judged || !curves)
    throw new Refusal(
      503,
      'being-worked-out',
      'The life of this part type is being worked out for the first time. Look again in a moment.',
      undefined,
      5,
    )
  const neighbours = await neighboursOf(db, partTypeId)
  const looking = (await lookingChecks(db, [partTypeId])).get(partTypeId) ?? []
  const { fit, lifeWords, prior, curve, shares, policies, deadOnArrival, fitted, failuresAhead } = judged
  return {
    ...summaryOf(type, judged, await rulesInForce(db, [partTypeId])),
    fit,
    lifeWords,
    prior,
    curve,
    failuresAhead,
    shares,
    cost: costs && { ...costs, minutes: type.minutes },
    policies,
    hoursDownPerFailure: await hoursDownPerFailure(db, type.minutes / 60),
    adopted: await adoptedOf(db, partTypeId),
    deadOnArrival:
      deadOnArrival > 0 ? { count: deadOnArrival, of: fitted, limits: shareLimits(deadOnArrival, fitted) } : null,
    survival: curves.survival,
    turnbull: curves.turnbull,
    causes: curves.causes,
    models: curves.models,
    bearing: curves.bearing,
    mended: await mendedParts(db, { partTypeId, nodes: judged.nodes, now }),
    byGroup: curves.byGroup,
    records: curves.records,
    looks:
      judged.looks &&
      looksPriced({
        learned: judged.looks.learned,
        byModel: curves.looksByModel,
        money: costs && {
          inspectionCost: (judged.looks.minutes / 60) * labour,
          failureCost: costs.failureMinor,
          repairCost: costs.preventiveMinor,
        },
        checks: looking.map((check) => lookingCheck(check, type.agesBy)),
        unit: clockUnits[type.agesBy],
      }),
    neighbours: neighbours.map(({ records: theirs, ...row }) => ({
      ...row,
      records: theirs.reduce((sum, { weight }) => sum + weight, 0),
      failures: theirs.reduce((sum, { upper, weight }) => sum + (upper === null ? 0 : weight), 0),
    })),
    evidence: {
      records: curves.evidence,
      neighbours: neighbours.flatMap(({ records: theirs, weight }) =>
        weight > 0 ? theirs.map((record) => ({ ...record, weight: record.weight * weight })) : [],
      ),
      tradeInterval: type.tradeInterval,
      tradeWeight: type.tradeWeight,
      priceMinor: type.priceMinor,
      minutes: type.minutes,
      failureExtraMinor: type.failureExtraMinor,
      labourMinorPerHour: labour,
      together: judged.together,
      looks: judged.looks && {
        nodes: judged.looks.learned.nodes,
        longest: judged.looks.learned.longest,
        minutes: judged.looks.minutes,
      },
    },
  }
}

/** What a failure usually keeps a printer down for: the median of the last hundred faults that did. */
async function hoursDownPerFailure(db: Db, leastHours: number): Promise<number> {
  const { rows } = await db.execute<{ hours: number | null }>(sql`
    SELECT percentile_cont(0.5) WITHIN GROUP (ORDER BY hours) AS hours FROM (
      SELECT extract(epoch from until_at - from_at)::float8 / 3600 AS hours FROM ${downTime}
      WHERE fault_id IS NOT NULL AND until_at IS NOT NULL ORDER BY from_at DESC LIMIT 100) AS last`)
  return Math.max(leastHours, rows[0]?.hours ?? 0)
}

function neighboursOf(db: Db, partTypeId: string) {
  return db
    .select({
      id: neighbourLives.id,
      source: neighbourLives.source,
      records: neighbourLives.records,
      weight: neighbourLives.weight,
      who: person.displayName,
      at: sql<string>`to_json(${neighbourLives.at})#>>'{}'`,
    })
    .from(neighbourLives)
    .innerJoin(person, eq(person.id, neighbourLives.personId))
    .where(and(eq(neighbourLives.partTypeId, partTypeId), isNull(neighbourLives.droppedSeq)))
    .orderBy(desc(neighbourLives.seq))
}
