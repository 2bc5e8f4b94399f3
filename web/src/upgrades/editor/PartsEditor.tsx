import { Button, Select, TextInput } from '@mantine/core'
import { fromMinor, toMinor, type UpgradePart } from '@diatribon/contract'
import type { DraftFields, DraftRows } from '../../forms/draftFields.ts'
import { useSession } from '../../session/session.tsx'
import { useStores } from '../../reads/stores.ts'
import { FigureField } from '../../ui/figures.tsx'
import { AttachButton } from '../../ui/PhotoButton.tsx'
import { FileLink } from '../FileLink.tsx'
import classes from '../Upgrades.module.css'

/** What one installation takes: bought, or printed here. */
export function PartsEditor({ parts }: { parts: DraftRows<UpgradePart> }) {
  return (
    <div className={classes.sheet}>
      <h2>What it takes for one printer</h2>
      {parts.fields.map((part, i) => (
        <div key={i} className={classes.row} role="group" aria-label={`Part ${i + 1}`}>
          <PartFields part={part} />
          <Button variant="subtle" size="sm" onClick={() => parts.drop(i)} aria-label={`Leave out part ${i + 1}`}>
            Leave out
          </Button>
        </div>
      ))}
      <Button
        variant="default"
        size="sm"
        mt="sm"
        onClick={() => parts.add({ name: '', pieces: 1, made: 'bought', priceMinor: null })}
      >
        Add a part
      </Button>
    </div>
  )
}

interface Part {
  part: DraftFields<UpgradePart>
}

function PartFields({ part }: Part) {
  const { currency } = useSession().site
  const { data: stores } = useStores()
  const { draft, set, words, figure, oneOf, choice } = part
  return (
    <>
      <TextInput label="Part" {...words('name')} />
      <FigureField label="Pieces" mt={0} {...figure('pieces')} />
      <Select label="Bought or printed" data={['bought', 'printed here']} {...oneOf('made')} />
      <FigureField
        label={`One costs, ${currency}`}
        mt={0}
        {...part.money('priceMinor')}
        value={draft.priceMinor === null ? undefined : fromMinor(draft.priceMinor, currency)}
        onChange={(price) => set('priceMinor', price === undefined ? null : toMinor(price, currency))}
      />
      {draft.made === 'printed here' && <MadeFields part={part} />}
      <Select
        label="Taken from the stores"
        searchable
        clearable
        clearButtonProps={{ 'aria-label': 'Not from the stores' }}
        placeholder="no"
        data={(stores?.items ?? []).map(({ id, content }) => ({ value: id, label: content.name }))}
        {...choice('itemId')}
        value={draft.itemId ?? null}
        onChange={(itemId) => set('itemId', itemId ?? undefined)}
      />
    </>
  )
}

/** Of a part that is printed: how long, how much, and where its file lies. */
function MadeFields({ part: { draft, set, words, figure } }: Part) {
  return (
    <>
      <FigureField label="Hours for one" mt={0} {...figure('hours')} />
      <FigureField label="Grams for one" mt={0} {...figure('grams')} />
      <TextInput label="Its file, and where it lies" {...words('file')} />
      <div className={classes.attached}>
        {draft.attached && <FileLink file={draft.attached} />}
        <AttachButton
          label={draft.attached ? 'Another file' : 'Attach the file'}
          onFile={(attached) => set('attached', attached)}
        />
      </div>
    </>
  )
}
