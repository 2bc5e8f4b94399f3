import { Checkbox, TextInput } from '@mantine/core'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'

/** As most spools are. From memory: polylactide, 1.24 g/cm³. */
const begun = () => ({
  spoolId: newKey(),
  name: '',
  material: '',
  abrasive: false,
  diameterMm: 1.75 as number | undefined,
  densityGPerCm3: 1.24 as number | undefined,
  netGrams: 1000 as number | undefined,
  tareGrams: undefined as number | undefined,
})

/** A spool of filament comes to the stores. */
export function SpoolForm({ onClose }: { onClose: () => void }) {
  const { words, figure, tick, sheet } = useDraft(begun, { kind: 'add-spool', done: 'Spool added', onClose })
  return (
    <ActionDialog
      title="New spool"
      verb="Add"
      {...sheet(({ diameterMm = 0, densityGPerCm3 = 0, netGrams = 0, tareGrams = 0, ...rest }) => ({
        kind: 'add-spool',
        ...rest,
        diameterMm,
        densityGPerCm3,
        netGrams,
        tareGrams,
      }))}
    >
      <TextInput label="Name or number" data-autofocus {...words('name')} />
      <TextInput label="Material" mt="sm" {...words('material')} />
      <Checkbox
        label="Abrasive (glow, carbon, metal, wood): eats brass nozzles"
        mt="sm"
        size="md"
        {...tick('abrasive')}
      />
      <FigureField label="Diameter, in mm" {...figure('diameterMm')} />
      <FigureField label="Density, in g/cm³" description="From the maker’s sheet." {...figure('densityGPerCm3')} />
      <FigureField label="Filament on it, in grams" {...figure('netGrams')} />
      <FigureField
        label="Empty spool, in grams"
        description="From the maker’s sheet, or weigh an empty one."
        {...figure('tareGrams')}
      />
    </ActionDialog>
  )
}
