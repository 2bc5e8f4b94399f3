import { urgencies, firstClock, type PartLine } from '@diatribon/contract'
import { useId } from 'react'
import { riskWords, usedWords } from './words.ts'

const width = 200
const height = 14

/**
 * How much of its life a part has used. The bar ends at the interval; a part past it runs on beyond the upright tick.
 * Fine is solid, due this week is hatched, overdue is cross-hatched past the tick.
 */
export function WearBar({ duty, compact = false }: { duty: PartLine; compact?: boolean }) {
  const id = useId()
  const { ageIsKnown, urgency, waits } = duty
  const { age, interval } = firstClock(duty)
  const used = age / interval
  const full = Math.max(1, used) * 1.02
  const due = width / full
  const end = Math.min(width, (used / full) * width)
  const colour = { overdue: 'var(--overdue)', 'this week': 'var(--soon)', later: 'var(--fine)' }[urgency]
  const figures = `${ageIsKnown ? '' : 'at least '}${usedWords(duty)}${waits ? ', its typical life' : ''}`
  const risk = riskWords(duty)
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={`${duty.slot.name}: ${figures} used, ${risk}`}
        style={{ width: '100%', height, display: 'block', color: colour }}
      >
        <defs>
          <pattern id={id} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="5" height="5" fill="var(--faint)" />
            <rect width="2.5" height="5" fill="currentColor" />
          </pattern>
        </defs>
        <rect x="0" y="3" width={due} height="8" fill="var(--faint)" stroke="var(--rule)" />
        <rect
          x="0"
          y="3"
          width={Math.min(end, due)}
          height="8"
          fill={urgencies[urgency].isNear ? `url(#${id})` : 'currentColor'}
        />
        {end > due && <rect x={due} y="3" width={end - due} height="8" fill="currentColor" />}
        <line x1={due} x2={due} y1="0" y2={height} stroke="var(--ink)" strokeWidth="2" />
      </svg>
      {!compact && (
        <div
          style={{ fontSize: '0.85rem', display: 'flex', justifyContent: 'space-between', gap: 8, flexWrap: 'wrap' }}
        >
          <span>{figures}</span>
          <span className="quiet">{risk}</span>
        </div>
      )}
    </div>
  )
}
