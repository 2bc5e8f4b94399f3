import { Button, Select, TextInput } from '@mantine/core'
import { fromMinor, toMinor, type UpgradePart } from '@diatribon/contract'
import { useSession } from '../../session/session.tsx'
import { useStores } from '../../reads/stores.ts'
import { FigureField } from '../../ui/figures.tsx'
import { AttachButton } from '../../ui/PhotoButton.tsx'
import { FileLink } from '../FileLink.tsx'
import classes from '../Upgrades.module.css'

/** What one installation takes: bought, or printed here. */
export function PartsEditor(props: {
  parts: UpgradePart[]
  onChange: (parts: UpgradePart[]) => void
  error: (name: string) => string | undefined
}) {
  const { parts, onChange, error } = props
  const { site } = useSession()
  const { data: stores } = useStores()
  const set = (i: number, change: Partial<UpgradePart>) =>
    onChange(parts.map((old, j) => (j === i ? { ...old, ...change } : old)))
  return (
    <div className={classes.sheet}>
      <h2>What it takes for one printer</h2>
      {parts.map((part, i) => (
        <div key={i} className={classes.row} role="group" aria-label={`Part ${i + 1}`}>
          <TextInput
            label="Part"
            required
            maxLength={80}
            value={part.name}
            onChange={(e) => set(i, { name: e.currentTarget.value })}
            error={error(`parts.${i}.name`)}
          />
          <FigureField
            label="Pieces"
            mt={0}
            min={1}
            allowDecimal={false}
            value={part.pieces}
            onChange={(pieces) => set(i, { pieces: pieces ?? 0 })}
            error={error(`parts.${i}.pieces`)}
          />
          <Select
            label="Bought or printed"
            data={['bought', 'printed here']}
            value={part.made}
            onChange={(made) => set(i, { made: made as UpgradePart['made'] })}
            allowDeselect={false}
          />
          <FigureField
            label={`One costs, ${site.currency}`}
            mt={0}
            min={0}
            decimals={3}
            value={part.priceMinor === null ? undefined : fromMinor(part.priceMinor, site.currency)}
            onChange={(price) => set(i, { priceMinor: price === undefined ? null : toMinor(price, site.currency) })}
            error={error(`parts.${i}.priceMinor`)}
          />
          <MadeFields part={part} set={(change) => set(i, change)} error={(name) => error(`parts.${i}.${name}`)} />
          <Select
            label="Taken from the stores"
            searchable
            clearable
            clearButtonProps={{ 'aria-label': 'Not from the stores' }}
            placeholder="no"
            data={(stores?.items ?? []).map(({ id, content }) => ({ value: id, label: content.name }))}
            value={part.itemId ?? null}
            onChange={(itemId) => {
              const { itemId: _, ...rest } = part
              onChange(parts.map((old, j) => (j === i ? (itemId ? { ...rest, itemId } : rest) : old)))
            }}
            error={error(`parts.${i}.itemId`)}
          />
          <Button
            variant="subtle"
            size="sm"
            onClick={() => onChange(parts.filter((_, j) => j !== i))}
            aria-label={`Leave out part ${i + 1}`}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button
        variant="default"
        size="sm"
        mt="sm"
        onClick={() => onChange([...parts, { name: '', pieces: 1, made: 'bought', priceMinor: null }])}
      >
        Add a part
      </Button>
    </div>
  )
}

/** Of a part that is printed: how long, how much, and where its file lies. */
function MadeFields(props: {
  part: UpgradePart
  set: (change: Partial<UpgradePart>) => void
  error: (name: string) => string | undefined
}) {
  const { part, set, error } = props
  if (part.made !== 'printed here') return null
  return (
    <>
      <FigureField
        label="Hours for one"
        mt={0}
        min={0}
        value={part.hours}
        onChange={(hours) => set(hours === undefined ? {} : { hours })}
        error={error('hours')}
      />
      <FigureField
        label="Grams for one"
        mt={0}
        min={0}
        value={part.grams}
        onChange={(grams) => set(grams === undefined ? {} : { grams })}
        error={error('grams')}
      />
      <TextInput
        label="Its file, and where it lies"
        maxLength={200}
        value={part.file ?? ''}
        onChange={(e) => set({ file: e.currentTarget.value })}
        error={error('file')}
      />
      <div className={classes.attached}>
        {part.attached && <FileLink file={part.attached} />}
        <AttachButton
          label={part.attached ? 'Another file' : 'Attach the file'}
          onFile={(attached) => set({ attached })}
        />
      </div>
    </>
  )
}
