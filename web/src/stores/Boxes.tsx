import { Button } from '@mantine/core'
import { useState } from 'react'
import type { Box, BoxLine } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { Section } from '../ui/Section.tsx'
import { ago, shortDay } from '../ui/words.ts'
import { CheckBoxForm, MoveBoxForm, PackBoxForm } from './BoxForms.tsx'
import { useBoxes } from '../reads/stores.ts'

type Doing = { what: 'pack' | 'move' | 'check'; box: Box | null }

/** The repair boxes: one place, one list, one look now and then. */
export function Boxes() {
  const { may, nowMs } = useSession()
  const { data: boxes = [] } = useBoxes()
  const [doing, setDoing] = useState<Doing | null>(null)
  const close = () => setDoing(null)
  return (
    <Section
      title="Repair boxes"
      act={
        may('keep the stores') && (
          <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'pack', box: null })}>
            New box
          </Button>
        )
      }
    >
      {boxes.length === 0 && (
        <p className="quiet">No box yet. A repair box has one place, a list, and a look now and then.</p>
      )}
      {boxes.map((box) => (
        <article key={box.id} aria-label={box.name} style={{ margin: '0.5rem 0' }}>
          <b>{box.name}</b>: {box.place}
          {box.withWhom && `, with ${box.withWhom} since ${ago(box.movedAt, nowMs())}`}
          {box.place !== box.home && <span className="quiet"> (belongs: {box.home})</span>}.{' '}
          {box.missing.length > 0 && <b style={{ color: 'var(--overdue)' }}>Missing: {linesWords(box.missing)}. </b>}
          <span className={box.isOverdue ? undefined : 'quiet'}>
            {box.isOverdue ? 'A look was due ' : 'Next look '}
            {shortDay(box.checkDue)}.
          </span>
          <div className="quiet">{linesWords(box.holds)}</div>
          {may('count stock') && (
            <>
              <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'check', box })}>
                Look into it
              </Button>{' '}
              <Button size="compact-sm" variant="default" onClick={() => setDoing({ what: 'move', box })}>
                It is elsewhere
              </Button>{' '}
            </>
          )}
          {may('keep the stores') && (
            <Button size="compact-sm" variant="subtle" onClick={() => setDoing({ what: 'pack', box })}>
              Change its list
            </Button>
          )}
        </article>
      ))}
      {doing?.what === 'pack' && <PackBoxForm box={doing.box} onClose={close} />}
      {doing?.what === 'move' && doing.box && <MoveBoxForm box={doing.box} onClose={close} />}
      {doing?.what === 'check' && doing.box && <CheckBoxForm box={doing.box} onClose={close} />}
    </Section>
  )
}

const linesWords = (lines: BoxLine[]) => lines.map(({ what, pieces }) => `${pieces} × ${what}`).join(', ')
