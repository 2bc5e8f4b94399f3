import { MultiSelect, TextInput } from '@mantine/core'
import { useMemo } from 'react'
import type { GoodsShare } from '@diatribon/core'
import { isHere, momentAt, type FloorPrinter } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { useFloor } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { DayField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import table from '../ui/Table.module.css'
import { hours } from '../ui/words.ts'
import { farmGoodsActions, sharesOf, type FarmGoods } from './farmGoodsActions.ts'

const begun: FarmGoods = { goods: '', pieces: undefined, minutesEach: undefined, since: '', printerIds: [] }

/** Goods that several printers made together, shared out by what each usually runs. */
export function FarmGoodsForm({ onClose }: { onClose: () => void }) {
  const { site, nowMs, dayHere } = useSession()
  const { data: floor } = useFloor()
  const printers = useMemo(() => (floor?.racks ?? []).flatMap(({ printers: own }) => own).filter(isHere), [floor])
  const { draft, words, figure, choice, sheet } = useDraft(begun, {
    kind: 'count-goods',
    done: 'Goods counted',
    onClose,
  })
  const own = printers.filter(({ id }) => draft.printerIds.includes(id))
  const shares = sharesOf(draft, own)
  return (
    <ActionDialog
      title="Goods of several printers"
      verb="Count"
      {...sheet((draft) =>
        draft.since
          ? farmGoodsActions(draft, own, {
              from: momentAt(draft.since, '00:00', site.timeZone),
              at: new Date(nowMs()).toISOString(),
            })
          : 'Say since when.',
      )}
    >
      <TextInput label="What was made" data-autofocus {...words('goods')} />
      <FigureField label="Pieces, all together" {...figure('pieces')} />
      <FigureField label="Minutes for one" {...figure('minutesEach')} />
      <DayField label="Since" mt="sm" maxDate={dayHere()} {...choice('since', 'from')} />
      <MultiSelect
        label="On which printers"
        mt="sm"
        searchable
        data={printers.map(({ id, rack, place, name }) => ({ value: id, label: `${rack}${place} ${name}` }))}
        {...choice('printerIds', 'printerId')}
      />
      {shares.length > 0 && <Shares printers={own} shares={shares} />}
    </ActionDialog>
  )
}

function Shares({ printers, shares }: { printers: FloorPrinter[]; shares: GoodsShare[] }) {
  return (
    <div aria-live="polite" style={{ marginTop: 12 }}>
      <DataTable label="How it is shared out">
        <thead>
          <tr>
            <th>Printer</th>
            <th className={table.right}>Pieces</th>
            <th className={table.right}>Hours</th>
          </tr>
        </thead>
        <tbody>
          {printers.map(({ id, name }, i) => {
            const share = shares[i]
            return (
              <tr key={id}>
                <td>{name}</td>
                <td className={table.right}>{share?.pieces}</td>
                <td className={table.right}>
                  {share && hours(share.hours)}
                  <div className="quiet">{share && `${hours(share.range[0])} to ${hours(share.range[1])}`}</div>
                </td>
              </tr>
            )
          })}
        </tbody>
      </DataTable>
      <p className="quiet">Shared out by what each usually runs. A meter that is read later puts it right.</p>
    </div>
  )
}
