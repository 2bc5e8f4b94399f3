import type { Policy, PolicyComparison } from './comparePolicies.ts'

/**
 * Which rule is recommended and why, in one or two sentences.
 * @param unit how figures on the clock are written, such as "h"
 */
export function policyWords({ posterior, policies, recommended, reason }: PolicyComparison, unit: string): string {
  const figure = (age: number) => `${Number(age.toPrecision(3)).toLocaleString('en-GB')} ${unit}`
  const percent = (share: number) => `${Math.round(100 * share)} %`
  const trade = policies.find(({ policy }) => policy === 'trade interval')
  const stands = `the catalogue's interval of ${figure(trade?.interval ?? 0)} stands`
  const failed = `${plain(posterior.failures)} failed here`
  const other = policies
    .filter(({ policy }) => policy !== 'trade interval')
    .reduce((a, b) => (b.cost.mean < a.cost.mean ? b : a))
  const [doing] = deed(other, figure)
  const [low, high] = other.saving.limits
  const saves = `${percent(other.saving.mean)} (between ${percent(low)} and ${percent(high)})`
  switch (reason) {
    case 'nothing failed yet':
      return `None of these parts has failed here at an age above 0, so not enough is known: ${stands}.`
    case 'saves': {
      return (
        `${deed(recommended, figure)[1]}: with ${failed}, that saves ${saves} against the catalogue's interval of ${figure(trade?.interval ?? 0)}, ` +
        `and is the cheaper rule with a chance of ${percent(recommended.chanceBetter)}.`
      )
    }
    case 'saves little':
      return `With ${failed}, ${doing} would save ${other.saving.mean < 0.01 ? 'next to nothing' : `only ${percent(other.saving.mean)}`}, so ${stands}.`
    case 'not sure enough':
      return (
        `With ${failed}, ${doing} may save ${saves}, but it is the cheaper rule with a chance of only ` +
        `${percent(other.chanceBetter)}: not enough is known, ${stands}.`
      )
    case 'the trade is best':
      return `With ${failed}, no other rule is cheaper than the catalogue's: ${stands}.`
  }
}

/** A rule as what somebody is doing, and as what somebody is told to do. */
function deed({ policy, interval }: Policy, figure: (age: number) => string): [doing: string, told: string] {
  const at = figure(interval ?? 0)
  if (policy === 'look and replace on condition')
    return [`looking every ${at}`, `Look every ${at}, and replace what is found worn`]
  if (policy === 'change together')
    return [`changing it with its neighbour from ${at} on`, `From ${at} on change it whenever its neighbour is changed`]
  return interval === null
    ? ['waiting for the failure', 'Wait for the failure and keep a spare at hand']
    : [`replacing at ${at}`, `Replace at ${at}`]
}

const plain = (x: number) => Number(x.toPrecision(3)).toLocaleString('en-GB')

/** How much the trade, the own parts and neighbours count in what is known of a life, in one sentence. */
export function sharesWords(worth: { ofScale: number }, ownFailures: number, neighbourFailures: number): string {
  const trade = Number(worth.ofScale.toPrecision(1))
  const all = trade + ownFailures + neighbourFailures
  const percent = (share: number) => `${Math.round((100 * share) / all)} %`
  const of: string[] = []
  if (ownFailures > 0) of.push(`what failed here ${percent(ownFailures)}`)
  if (trade > 0) of.push(`the catalogue ${percent(trade)} (worth ${plain(trade)} of a failure)`)
  if (neighbourFailures > 0) of.push(`the neighbour's lives ${percent(neighbourFailures)}`)
  return `What is known of how long they last comes from: ${of.join(', ')}.`
}
