import { Button, Radio, Select, Group, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { TestPiece, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { PhotoButton, Photos } from '../ui/PhotoButton.tsx'
import { Section } from '../ui/Section.tsx'
import { useAction } from '../session/useAction.ts'
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

function PieceForm({ page, onClose }: { page: UpgradePage; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Shown', onClose)
  const [printerId, setPrinter] = useState<string | null>(null)
  const { data: candidates = [], error } = useCandidates(page.line.id)
  const [when, setWhen] = useState<'before' | 'after'>('before')
  const [photo, setPhoto] = useState<string | null>(null)
  const [what, setWhat] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const earlier = page.pieces.find((one) => one.printerId === printerId)
  return (
    <ActionDialog
      title="Show a test piece"
      verb="Show"
      busy={busy}
      problem={missing ? new Error(missing) : (problem ?? error)}
      onClose={onClose}
      onSubmit={() => {
        if (!printerId) return setMissing('Choose the printer.')
        if (!photo) return setMissing('Take the photo first.')
        setMissing(null)
        void submit({
          kind: 'show-piece',
          printerId,
          upgradeId: page.line.id,
          when,
          photo,
          what,
          ...(at ? { at } : {}),
        })
      }}
    >
      <p className="quiet">
        The same piece each time (one of a real job will do), the same flat mid-grey filament, lit from the side, from
        the same distance. White and translucent filament hide faults, light from above exaggerates layers.
      </p>
      <Select
        label="Printed on"
        required
        data={candidates.map(({ id, place, name }) => ({ value: id, label: `${place} ${name}` }))}
        value={printerId}
        onChange={setPrinter}
        error={fields.printerId}
        data-autofocus
      />
      <Radio.Group label="When?" mt="sm" value={when} onChange={(value) => setWhen(value as 'before' | 'after')}>
        <Group mt={4}>
          <Radio value="before" label="before the upgrade" size="md" />
          <Radio value="after" label="after it" size="md" />
        </Group>
      </Radio.Group>
      <TextInput
        label="What was printed"
        description={earlier ? `Last time: ${earlier.what}` : undefined}
        required
        mt="sm"
        mb="sm"
        maxLength={120}
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      {photo && <Photos ids={[photo]} />}
      <PhotoButton label={photo ? 'Another photo' : 'Take a photo'} onPhoto={({ id }) => setPhoto(id)} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
