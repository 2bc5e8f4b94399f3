import { MultiSelect, TextInput } from '@mantine/core'
import { useMemo, useState } from 'react'
import { sharedGoods, type GoodsShare } from '@diatribon/core'
import { momentAt, type FloorPrinter } from '@diatribon/contract'
import { useFloor } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { DayField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import table from '../ui/Table.module.css'
import { useAction } from '../session/useAction.ts'
import { hours } from '../ui/words.ts'

/** Goods that several printers made together, shared out by what each usually runs. */
export function FarmGoodsForm({ onClose }: { onClose: () => void }) {
  const { site, nowMs, dayHere } = useSession()
  const { data: floor } = useFloor()
  const printers = useMemo(
    () => (floor?.racks ?? []).flatMap(({ printers: own }) => own).filter(({ state }) => state !== 'retired'),
    [floor],
  )
  const { submit, problem, fields, busy } = useAction('Goods counted', onClose)
  const [goods, setGoods] = useState('')
  const [pieces, setPieces] = useState<number | undefined>()
  const [minutesEach, setMinutes] = useState<number | undefined>()
  const [from, setFrom] = useState('')
  const [chosen, setChosen] = useState<string[]>([])
  const [missing, setMissing] = useState<string | null>(null)
  const own = printers.filter(({ id }) => chosen.includes(id))
  const shares =
    pieces && minutesEach && own.length > 0
      ? sharedGoods(
          { pieces, minutesEach },
          own.map(({ hoursPerDay }) => hoursPerDay ?? 0),
        )
      : []
  return (
    <ActionDialog
      title="Goods of several printers"
      verb="Count"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (own.length === 0) return setMissing('Choose the printers.')
        if (!from) return setMissing('Say since when.')
        setMissing(null)
        const at = new Date(nowMs()).toISOString()
        const note = `Shared out: ${pieces} pieces over ${own.length} printers, by what each usually runs`
        void submit(
          own.flatMap(({ id }, i) => {
            const share = shares[i]
            if (!share || share.pieces === 0 || minutesEach === undefined) return []
            return [
              {
                kind: 'count-goods' as const,
                printerId: id,
                from: momentAt(from, '00:00', site.timeZone),
                at,
                goods,
                pieces: share.pieces,
                minutesEach,
                note,
              },
            ]
          }),
        )
      }}
    >
      <TextInput
        label="What was made"
        required
        maxLength={120}
        value={goods}
        onChange={(e) => setGoods(e.currentTarget.value)}
        error={fields.goods}
        data-autofocus
      />
      <FigureField
        label="Pieces, all together"
        required
        min={1}
        allowDecimal={false}
        value={pieces}
        onChange={setPieces}
        error={fields.pieces}
      />
      <FigureField
        label="Minutes for one"
        required
        min={0}
        value={minutesEach}
        onChange={setMinutes}
        error={fields.minutesEach}
      />
      <DayField
        label="Since"
        required
        mt="sm"
        maxDate={dayHere()}
        value={from}
        onChange={setFrom}
        error={fields.from}
      />
      <MultiSelect
        label="On which printers"
        required
        mt="sm"
        searchable
        data={printers.map(({ id, rack, place, name }) => ({ value: id, label: `${rack}${place} ${name}` }))}
        value={chosen}
        onChange={setChosen}
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
