import { useState } from 'react'
import { FigureField } from '../ui/figures.tsx'
import { number } from '../ui/words.ts'
import { readInPlace } from './sumColumns.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

const example = `age, shape, scale
240, 2.2, 420
510, 2, 700
1400, 2.8, 1900`

/** Whether parts of these ages, and all else, let a printer through so many hours. */
export function SurvivalBench() {
  const [hours, setHours] = useState<number | undefined>(14)
  const [others, setOthers] = useState<number | undefined>(2)
  const sum = useSum('post /api/bench/survival')
  return (
    <SumBench
      of={sum}
      example={example}
      label="Parts in place"
      description="Columns: age, shape and scale of each part's life, on one clock."
      source="Made-up parts. A product of conditional Weibull survival: Meeker and Escobar (1998), ch. 4."
      read={(text) => {
        const { rows, problems } = readInPlace(text)
        if (problems.length > 0) return { problems }
        return { asked: { hours: hours ?? 0, parts: rows, otherFaultsPer1000h: others ?? 0 } }
      }}
      facts={({ chance }, { hours: asked }) => [
        [`Gets through ${number(asked, 3)} h`, `${number(100 * chance, 3)} %`],
        ['Is stopped', `${number(100 * (1 - chance), 3)} %`],
      ]}
      file="long-job.csv"
      rows={({ chance }, { hours: asked }) => [
        ['hours', 'chance'],
        [asked, chance],
      ]}
    >
      <FigureField label="Hours of the job" min={0} required value={hours} onChange={setHours} />
      <FigureField label="Other faults in 1,000 h" min={0} value={others} onChange={setOthers} />
    </SumBench>
  )
}
