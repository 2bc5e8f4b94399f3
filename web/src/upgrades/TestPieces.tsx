import { Button, Radio, Select, Group, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { TestPiece, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { PhotoButton, Photos } from '../ui/PhotoButton.tsx'
import { Section } from '../ui/Section.tsx'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { day } from '../ui/words.ts'
import classes from './Upgrades.module.css'
import { useCandidates } from '../reads/upgrades.ts'

/** The same piece before and after, in one frame. */
export function TestPieces({ page }: { page: UpgradePage }) {
  const { may, site } = useSession()
  const [adding, setAdding] = useState(false)
  const printers = [...new Set(page.pieces.map(({ printer }) => printer))]
  if (page.pieces.length === 0 && !may('work on faults')) return null
  return (
    <Section
      title="The same piece before and after"
      act={
        may('work on faults') && (
          <Button size="compact-sm" variant="default" onClick={() => setAdding(true)}>
            Show a piece
          </Button>
        )
      }
    >
      {printers.length === 0 && (
        <p className="quiet">
          No photo yet. The same file, the same flat mid-grey filament, lit from the side, both times.
        </p>
      )}
      {printers.map((printer) => {
        const of = (when: TestPiece['when']) => page.pieces.find((one) => one.printer === printer && one.when === when)
        const [before, after] = [of('before'), of('after')]
        return (
          <figure key={printer} style={{ margin: '0.5rem 0' }}>
            <figcaption>
              {printer}:{' '}
              {[before, after]
                .map((one) => one && `${one.when}, ${one.what}, ${day(one.at, site.timeZone)}`)
                .filter(Boolean)
                .join('; ')}
            </figcaption>
            {before && after ? (
              <Compare before={before} after={after} />
            ) : (
              <Photos ids={[before ?? after].flatMap((one) => one?.photo ?? [])} />
            )}
          </figure>
        )
      })}
      {adding && <PieceForm page={page} onClose={() => setAdding(false)} />}
    </Section>
  )
}

/** Two photos in one frame, and a line between them that is moved by hand or keyboard. */
function Compare({ before, after }: { before: TestPiece; after: TestPiece }) {
  const [cut, setCut] = useState(50)
  return (
    <>
      <div className={classes.compare} style={{ '--cut': `${cut}%` } as React.CSSProperties}>
        <img src={`/api/attachments/${before.photo}`} alt={`Before: ${before.what}`} />
        <img src={`/api/attachments/${after.photo}`} alt={`After: ${after.what}`} className={classes.over} />
      </div>
      <input
        type="range"
        min={0}
        max={100}
        value={cut}
        onChange={(e) => setCut(Number(e.currentTarget.value))}
        className={classes.slide}
        aria-label="Before on the left, after on the right"
      />
    </>
  )
}

interface Piece {
  printerId: string | null
  when: 'before' | 'after'
  photo: string | null
  what: string
  at: string | undefined
}
const pieceBegun: Piece = { printerId: null, when: 'before', photo: null, what: '', at: undefined }

function PieceForm({ page, onClose }: { page: UpgradePage; onClose: () => void }) {
  const { data: candidates = [], error } = useCandidates(page.line.id)
  const form = useDraft(pieceBegun, { kind: 'show-piece', done: 'Shown', onClose })
  const { draft, set, words, choice } = form
  const earlier = page.pieces.find(({ printerId }) => printerId === draft.printerId)
  const { problem, ...sheet } = form.sheet(({ printerId, photo, at, ...rest }) =>
    !printerId
      ? 'Choose the printer.'
      : !photo
        ? 'Take the photo first.'
        : { kind: 'show-piece', upgradeId: page.line.id, printerId, photo, ...rest, ...told({ at }) },
  )
  return (
    <ActionDialog title="Show a test piece" verb="Show" {...sheet} problem={problem ?? error}>
      <p className="quiet">
        The same piece each time (one of a real job will do), the same flat mid-grey filament, lit from the side, from
        the same distance. White and translucent filament hide faults, light from above exaggerates layers.
      </p>
      <Select
        label="Printed on"
        data={candidates.map(({ id, place, name }) => ({ value: id, label: `${place} ${name}` }))}
        data-autofocus
        {...choice('printerId')}
      />
      <Radio.Group label="When?" mt="sm" {...choice('when')}>
        <Group mt={4}>
          <Radio value="before" label="before the upgrade" size="md" />
          <Radio value="after" label="after it" size="md" />
        </Group>
      </Radio.Group>
      <TextInput
        label="What was printed"
        description={earlier ? `Last time: ${earlier.what}` : undefined}
        mt="sm"
        mb="sm"
        {...words('what')}
      />
      {draft.photo && <Photos ids={[draft.photo]} />}
      <PhotoButton label={draft.photo ? 'Another photo' : 'Take a photo'} onPhoto={({ id }) => set('photo', id)} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
