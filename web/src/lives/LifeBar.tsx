import type { Clock, LifeKnown } from '@diatribon/contract'
import { amount } from '../ui/words.ts'
import classes from './Lives.module.css'

const width = 180
const height = 16

/** Half of all have failed by the dot; 95 % limits of that as the bar; the upright tick is where they are replaced. */
export function LifeBar({ known, clock, interval }: { known: LifeKnown; clock: Clock; interval: number | null }) {
  const { median, limits } = known.typical
  const end = Math.max(limits[1], interval ?? 0) * 1.06
  const x = (age: number) => (width * age) / end
  const words = `typical life ${amount(median, clock)}, between ${amount(limits[0], clock)} and ${amount(limits[1], clock)}`
  return (
    <div className={classes.lifeBar}>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words} preserveAspectRatio="none">
        <line x1={0} x2={width} y1={8} y2={8} className={classes.baseline} />
        <rect x={x(limits[0])} width={x(limits[1]) - x(limits[0])} y={5} height={6} className={classes.limits} />
        <rect x={x(median) - 2.5} width={5} y={2} height={12} className={classes.typical} />
        {interval !== null && <line x1={x(interval)} x2={x(interval)} y1={0} y2={height} className={classes.tick} />}
      </svg>
      <span className="quiet">
        {amount(median, clock)} ({amount(limits[0], clock)} to {amount(limits[1], clock)})
      </span>
    </div>
  )
}
