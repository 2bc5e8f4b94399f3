import { Button, Slider, Text } from '@mantine/core'
import { useState } from 'react'
import { toMinor, type LifePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { Section } from '../ui/Section.tsx'
import { money } from '../ui/words.ts'
import classes from './Lives.module.css'
import { PoliciesTable } from './PoliciesTable.tsx'
import { useWhatIf, type TriedCosts } from './useWhatIf.ts'

/** The rules side by side, and again as somebody moves what a replacement and a failure cost. */
export function WhatIf({ page }: { page: LifePage }) {
  const { site } = useSession()
  const { policies, recommended, evidence, words } = page
  const now: TriedCosts = {
    priceMinor: evidence.priceMinor ?? toMinor(1, site.currency),
    minutes: evidence.minutes,
    labourMinorPerHour: evidence.labourMinorPerHour,
    failureExtraMinor: evidence.failureExtraMinor ?? toMinor(20, site.currency),
  }
  const [tried, setTried] = useState<TriedCosts | null>(null)
  const answer = useWhatIf(evidence, tried)
  const shown = tried && answer && 'policies' in answer ? answer : policies && { policies, recommended }
  const at = tried ?? now
  const cash = (value: number) => money(value, site.currency)
  const leastMinor = (value: number) => Math.max(1, toMinor(value, site.currency))
  const sliders: { name: keyof TriedCosts; label: string; least: number; write: (value: number) => string }[] = [
    { name: 'priceMinor', label: 'Price of the part', least: leastMinor(0.1), write: cash },
    {
      name: 'minutes',
      label: 'Work for a replacement in time',
      least: 1,
      write: (value) => `${Math.round(value)} min`,
    },
    { name: 'labourMinorPerHour', label: 'An hour of work', least: leastMinor(1), write: cash },
    {
      name: 'failureExtraMinor',
      label: 'What a failure costs on top',
      least: leastMinor(0.5),
      write: cash,
    },
  ]
  return (
    <Section
      title="Rules side by side"
      act={
        tried ? (
          <Button size="compact-sm" variant="default" onClick={() => setTried(null)}>
            Back to the real costs
          </Button>
        ) : undefined
      }
    >
      {shown ? (
        <PoliciesTable page={page} policies={shown.policies} recommended={shown.recommended} isTried={tried !== null} />
      ) : (
        <p>{words}</p>
      )}
      {tried && answer && 'problem' in answer && <p role="alert">{answer.problem}</p>}
      <p className="quiet">
        {tried
          ? 'Tried costs: nothing is kept. The catalogue holds the real ones.'
          : 'Means over all lives that may be the true one, with 95 % limits. Move a cost to see what would change.'}
      </p>
      <div className={classes.sliders}>
        {sliders.map(({ name, label, least, write }) => (
          <div key={name}>
            <Text size="sm" id={`try-${name}`}>
              {label}: <b>{write(at[name])}</b>
            </Text>
            <Slider
              thumbLabel={label}
              label={null}
              min={-100}
              max={100}
              step={1}
              value={Math.max(-100, Math.round(100 * Math.log10(at[name] / Math.max(now[name], least))))}
              onChange={(place) => setTried({ ...at, [name]: Math.max(now[name], least) * 10 ** (place / 100) })}
              thumbProps={{ 'aria-valuetext': write(at[name]) }}
            />
          </div>
        ))}
      </div>
    </Section>
  )
}
