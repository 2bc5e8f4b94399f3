import { given } from '@diatribon/core'
import { heatsOrMoves, outInWords, type Diagnosis, type OfferedTest, type OutOfUse } from '@diatribon/contract'
import { Button } from '@mantine/core'
import { Lacking, hereFirst } from '../../forms/useHandsOn.tsx'
import { CautionBox } from '../../ui/CautionBox.tsx'
import { number, chance } from '../../ui/words.ts'
import classes from '../Faults.module.css'
import type { Doing } from './doing.ts'

/** Tests that tell most per minute, first things first. */
export function NextTests(props: {
  diagnosis: Diagnosis
  /** Whether the printer is stopped or on hold, and why. */
  out: OutOfUse | null
  all: boolean
  works: boolean
  onDo: (doing: Doing) => void
}) {
  const { diagnosis, out, all, works, onDo } = props
  return (
    <section aria-labelledby="next" className={classes.sheet}>
      <h2 id="next">What to look at next</h2>
      <p className="quiet" style={{ margin: '0 0 4px' }}>
        Quick and telling first: by how much a test tells per minute.
      </p>
      {diagnosis.tests.length === 0 && <p>No test tells more. Change the likeliest cause.</p>}
      {diagnosis.tests.slice(0, all ? undefined : 4).map((offered, i) => (
        <Test
          key={offered.test.id}
          offered={offered}
          out={out}
          first={i === 0}
          works={works}
          onOutcome={(outcome) => onDo({ what: 'test', test: offered, outcome })}
        />
      ))}
    </section>
  )
}

function Test(props: {
  offered: OfferedTest
  out: OutOfUse | null
  first: boolean
  works: boolean
  onOutcome: (outcome: string) => void
}) {
  const { offered, out, first, works, onOutcome } = props
  const { test, outcomeChances, mayDo } = offered
  return (
    <div className={classes.test}>
      <b>{test.name}</b>{' '}
      <span className="quiet">
        {number(test.minutes)} min{test.state !== 'any' && `, ${test.state}`}
        {test.signOff && `, ${test.signOff}`}
      </span>
      {first && <div>{test.how}</div>}
      {!first && <div className="quiet">{test.how}</div>}
      {out && heatsOrMoves(test.state) && (
        <CautionBox
          words={[
            `${outInWords(out)}. Heat or move it for this test only if that cannot make it worse, stay with it, and keep the plug in reach.`,
          ]}
        />
      )}
      {test.caution && (first ? <CautionBox words={[test.caution]} /> : <div>⚠ {test.caution}</div>)}
      {works &&
        (mayDo.may ? (
          <div className={classes.outcomes}>
            {test.outcomes.map(({ words }, i) => (
              <Button
                key={words}
                size="sm"
                variant={first ? 'filled' : 'default'}
                aria-label={`${test.name}: ${words}`}
                title={`expected in ${chance(given(outcomeChances[i]))} of such cases`}
                onClick={() => onOutcome(words)}
              >
                {words}
              </Button>
            ))}
          </div>
        ) : (
          <Lacking signOffs={[test.signOff]} askOneOf={hereFirst(mayDo)} />
        ))}
    </div>
  )
}
