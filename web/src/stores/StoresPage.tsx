import { Button, Group, Menu, SegmentedControl, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { StockLine, StoresPage as Page } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { downloadText } from '../ui/download.ts'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { chance, money, number, plural, shortDay } from '../ui/words.ts'
import { Boxes } from './Boxes.tsx'
import { CountForm } from './CountForm.tsx'
import { ItemForm } from './ItemForm.tsx'
import { OrderForm } from './OrderForm.tsx'
import { orderCsv } from './orderCsv.ts'
import { ReceiveForm } from './ReceiveForm.tsx'
import { useStores } from '../reads/stores.ts'
import classes from './Stores.module.css'

type Doing = 'keep' | 'order' | 'receive' | 'count' | null
const views = ['All', 'To order', 'To count'] as const
type View = (typeof views)[number]

/** What lies on the shelf, what to keep there, and what to order. */
export function StoresPage() {
  const stores = useStores()
  const { may, site, labelsCarry } = useSession()
  const [doing, setDoing] = useState<Doing>(null)
  return (
    <>
      <PageHead
        title="Stores"
        says="Swaps, repairs and upgrades take their pieces by themselves. What to keep follows from the lives, the rules and the use of the printers."
      >
        <Group gap="sm">
          {may('count stock') && (
            <Button size="sm" variant="default" onClick={() => setDoing('count')}>
              Count
            </Button>
          )}
          {may('keep the stores') && (
            <>
              <Button size="sm" variant="default" onClick={() => setDoing('order')}>
                Order
              </Button>
              <Button size="sm" variant="default" onClick={() => setDoing('receive')}>
                Receive
              </Button>
              <Button size="sm" onClick={() => setDoing('keep')}>
                Keep an item
              </Button>
            </>
          )}
          <Menu position="bottom-end">
            <Menu.Target>
              <Button size="sm" variant="subtle">
                More
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item component="a" href="/api/stores/order-list" target="_blank">
                Order list (PDF)
              </Menu.Item>
              <Menu.Item
                disabled={!stores.data}
                onClick={() =>
                  downloadText('order-list.csv', orderCsv(stores.data?.items ?? [], site.currency), 'text/csv')
                }
              >
                Order list (CSV)
              </Menu.Item>
              {labelsCarry && (
                <Menu.Item component="a" href="/api/reports/labels?of=items&size=small" target="_blank">
                  Labels of the items (PDF)
                </Menu.Item>
              )}
              <Menu.Item component={Link} to="/spools">
                Spools of filament
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </Group>
      </PageHead>
      <AsyncView of={stores}>{(page) => <Shelf page={page} doing={doing} setDoing={setDoing} />}</AsyncView>
    </>
  )
}

function Shelf({ page, doing, setDoing }: { page: Page; doing: Doing; setDoing: (doing: Doing) => void }) {
  const [search, setSearch] = useSearchParams()
  const view = views.find((one) => one === search.get('view')) ?? 'All'
  const [find, setFind] = useState('')
  const items = page.items.filter(({ retired }) => !retired)
  const shown = items.filter((line) => isIn(view, line) && isFound(find, line))
  const close = () => setDoing(null)
  const toOrder = items.filter((line) => isIn('To order', line)).length
  const toCount = items.filter((line) => isIn('To count', line)).length
  return (
    <>
      {items.length > 0 && (
        <div className={classes.narrow}>
          <SegmentedControl
            data={[
              { value: 'All', label: `All (${items.length})` },
              { value: 'To order', label: `To order (${toOrder})` },
              { value: 'To count', label: `To count (${toCount})` },
            ]}
            value={view}
            onChange={(next) => setSearch(next === 'All' ? {} : { view: next }, { replace: true })}
            aria-label="Which items"
          />
          <TextInput
            aria-label="Find by name, place or bar code"
            placeholder="Name, place or bar code"
            value={find}
            onChange={(e) => setFind(e.currentTarget.value)}
          />
        </div>
      )}
      {items.length === 0 ? (
        <Nothing title="Nothing is kept in the stores yet." />
      ) : shown.length === 0 ? (
        <Nothing title={view === 'To order' ? 'Nothing is to be ordered.' : 'Nothing here.'} />
      ) : (
        <>
          <ItemsTable items={shown} />
          <p className="quiet">
            Kept so that it lasts, in {chance(page.target)} of cases, until an order is here and until the next look at
            the shelf {page.reviewDays} days after.
          </p>
        </>
      )}
      <Boxes />
      <NotKept page={page} onKeep={() => setDoing('keep')} />
      {doing === 'keep' && <ItemForm item={null} notKept={page.notKept} items={items} onClose={close} />}
      {doing === 'order' && <OrderForm items={items} onClose={close} />}
      {doing === 'receive' && <ReceiveForm items={items} onClose={close} />}
      {doing === 'count' && (
        <CountForm
          items={(shown.length > 0 ? shown : items).filter(({ content }) => !content.contents)}
          onClose={close}
        />
      )}
    </>
  )
}

function isIn(view: View, { keep, unaccounted, countedAt, content }: StockLine): boolean {
  if (view === 'To order') return (keep?.order ?? 0) > 0
  // Of a kit its pieces are counted.
  if (content.contents) return view === 'All'
  if (view === 'To count') return unaccounted > 0 || countedAt === null
  return true
}

function isFound(find: string, { content: { name, place, code } }: StockLine): boolean {
  const words = find.trim().toLowerCase()
  return words === '' || [name, place, code].some((one) => one?.toLowerCase().includes(words))
}

function ItemsTable({ items }: { items: StockLine[] }) {
  const { site } = useSession()
  return <ListTable label="Items" rows={items} keyOf={({ id }) => id} columns={itemColumns(site.currency)} stacks />
}

const itemColumns = (currency: string): Column<StockLine>[] => [
  {
    head: 'Item',
    shows: ({ id, content }) => (
      <>
        <Link to={`/stores/${id}`}>{content.name}</Link>
        <div className="quiet">{[content.place, content.supplier].filter(Boolean).join(', ') || 'no place told'}</div>
      </>
    ),
  },
  { head: 'There are', isRight: true, shows: (line) => <ThereAre line={line} /> },
  {
    head: 'Used ahead',
    isRight: true,
    shows: ({ keep }) =>
      keep &&
      keep.demand > 0 && (
        <>
          {number(keep.demand, 2)}
          <div className="quiet">
            {keep.demandRange[0]} to {keep.demandRange[1]} in {keep.horizonDays} days
          </div>
        </>
      ),
  },
  {
    head: 'Keep',
    isRight: true,
    shows: ({ keep }) =>
      keep && (
        <>
          <b>{keep.keep}</b>
          <div className="quiet">{keep.demand > 0 ? `lasts in ${cases(keep.probability)}` : 'as said'}</div>
        </>
      ),
  },
  {
    head: 'Two of each would',
    shows: ({ keep }) =>
      keep &&
      keep.demand > 0 && (
        <span className="quiet">
          last in {cases(keep.twoOfEach.probability)}
          {keep.twoOfEach.valueMinor !== null &&
            keep.valueMinor !== null &&
            `, hold ${money(keep.twoOfEach.valueMinor, currency)} instead of ${money(keep.valueMinor, currency)}`}
        </span>
      ),
  },
  { head: 'Order', isRight: true, shows: ({ keep }) => keep && keep.order > 0 && <b>{keep.order}</b> },
  {
    head: 'Last one goes',
    shows: ({ content, keep }) =>
      // Of what nothing is known yet nobody can say how long it lasts.
      !content.contents && keep && (keep.runsOut ? shortDay(keep.runsOut) : 'not within a year'),
  },
]

function ThereAre({ line: { content, onHand, unaccounted, countedAt, used, ordered } }: { line: StockLine }) {
  return (
    <>
      {content.contents ? <span className="quiet">a kit</span> : <b>{onHand}</b>}
      {unaccounted > 0 && <div className={classes.warn}>count: {unaccounted} more were taken</div>}
      {countedAt === null && unaccounted === 0 && !content.contents && <div className="quiet">not counted yet</div>}
      {ordered.map(({ seq, isLate, pieces, expectedOn }) => (
        <div key={seq} className={isLate ? classes.warn : 'quiet'}>
          {pieces} under way, {isLate && 'late since '}
          {shortDay(expectedOn)}
        </div>
      ))}
      {used.length > 0 && <div className="quiet">and {plural(used.length, 'used one', 'used ones')}</div>}
    </>
  )
}

/** A chance near to certain is not called certain. */
const cases = (value: number) => (value > 0.995 ? 'over 99 %' : chance(value))

function NotKept({ page: { notKept }, onKeep }: { page: Page; onKeep: () => void }) {
  const { may } = useSession()
  if (notKept.length === 0) return null
  return (
    <p className="quiet">
      {plural(notKept.length, 'part type')} in use {notKept.length === 1 ? 'is' : 'are'} no item yet:{' '}
      {notKept.map(({ name }) => name).join(', ')}.{' '}
      {may('keep the stores') && (
        <Button size="compact-sm" variant="default" onClick={onKeep}>
          Keep one
        </Button>
      )}
    </p>
  )
}
