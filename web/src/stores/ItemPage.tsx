import { Button, Group, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Clock, ItemPage as Page, Site, StockMove } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { Section } from '../ui/Section.tsx'
import { useDraft } from '../forms/useDraft.ts'
import { amount, chance, moment, money, number, shortDay } from '../ui/words.ts'
import { CountForm } from './CountForm.tsx'
import { ItemForm } from './ItemForm.tsx'
import { orderSays } from './itemSays.ts'
import { OrderForm } from './OrderForm.tsx'
import { ReceiveForm } from './ReceiveForm.tsx'
import { useItem, useStores } from '../reads/stores.ts'
import { priceSays } from './priceSays.ts'

type Doing = 'change' | 'order' | 'receive' | 'count' | 'use' | null

/** One item: what is there, what came and went, what was paid. */
export function ItemPage() {
  const { id = '' } = useParams()
  const item = useItem(id)
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/stores">Stores</Link>
      </p>
      <AsyncView of={item}>{(page) => <Item key={id} page={page} />}</AsyncView>
    </>
  )
}

function Item({ page }: { page: Page }) {
  const { line, moves, prices, kits } = page
  const { may, site } = useSession()
  const [doing, setDoing] = useState<Doing>(null)
  const close = () => setDoing(null)
  const { content, keep } = line
  return (
    <>
      <PageHead title={content.name} says={line.retired ? 'Not kept any more.' : undefined}>
        <Group gap="sm">
          {may('count stock') && !line.retired && !content.contents && (
            <>
              <Button size="sm" variant="default" onClick={() => setDoing('count')}>
                Count
              </Button>
              <Button size="sm" variant="default" onClick={() => setDoing('use')}>
                Take some
              </Button>
            </>
          )}
          {may('keep the stores') && (
            <>
              {!line.retired && !content.madeHere && (
                <Button size="sm" variant="default" onClick={() => setDoing('order')}>
                  Order
                </Button>
              )}
              {!line.retired && (
                <Button size="sm" variant="default" onClick={() => setDoing('receive')}>
                  Receive
                </Button>
              )}
              <Button size="sm" variant="default" onClick={() => setDoing('change')}>
                Change
              </Button>
            </>
          )}
        </Group>
      </PageHead>
      {line.unaccounted > 0 && (
        <p role="note" style={{ borderLeft: '4px solid var(--overdue)', paddingLeft: 10 }}>
          {line.unaccounted} more were taken than the book knew of. Somebody should count.
        </p>
      )}
      <FactList
        facts={[
          ...(content.contents ? [] : ([['There are', String(line.onHand)]] as [string, string][])),
          ['Place', content.place ?? 'not told'],
          ['Supplier', content.madeHere ? 'printed here' : (content.supplier ?? 'not told')],
          ['Here after', `${content.leadDays} days`],
          ...(keep
            ? ([
                ['Keep', `${keep.keep}${keep.demand > 0 ? `, lasts in ${chance(keep.probability)}` : ''}`],
                ['Order', String(keep.order)],
                ['Used in the next ' + String(keep.horizonDays) + ' days', number(keep.demand, 2)],
                ['Last one goes', keep.runsOut ? shortDay(keep.runsOut) : 'not within a year'],
              ] as [string, string][])
            : []),
          ['Bar code', content.code ?? 'none'],
          ...(kits.length > 0
            ? ([['Comes in', kits.map(({ name, pieces }) => `${name} (${pieces})`).join(', ')]] as [string, string][])
            : []),
        ]}
      />
      <KitContents page={page} />
      <UnderWay page={page} />
      <UsedOnes page={page} />
      <Section title="What came and went">
        {moves.length === 0 ? <Nothing title="Nothing yet." /> : <MovesTable moves={moves} />}
      </Section>
      {prices.length > 0 && (
        <Section title="What was paid">
          <p>{priceSays(prices, site.currency)}</p>
          <ListTable
            label="What was paid"
            rows={prices}
            keyOf={({ at }) => at}
            columns={[
              { head: 'When', shows: ({ at }) => moment(at, site.timeZone) },
              { head: 'Pieces', isRight: true, shows: ({ pieces }) => pieces },
              { head: 'Each', isRight: true, shows: ({ eachMinor }) => money(eachMinor, site.currency) },
              { head: 'From', shows: ({ supplier }) => supplier },
            ]}
          />
        </Section>
      )}
      {doing === 'change' && <ChangeForm page={page} onClose={close} />}
      {doing === 'order' && <OrderForm items={[line]} onClose={close} />}
      {doing === 'receive' && <ReceiveForm items={[line]} onClose={close} />}
      {doing === 'count' && <CountForm items={[line]} onClose={close} />}
      {doing === 'use' && <UseForm page={page} onClose={close} />}
    </>
  )
}

function MovesTable({ moves }: { moves: StockMove[] }) {
  const { site } = useSession()
  const [takenBack, setTakenBack] = useState<string | null>(null)
  return (
    <>
      <ListTable
        label="What came and went"
        rows={moves}
        keyOf={({ seq, what }) => `${seq} ${what}`}
        columns={moveColumns(site)}
        acts={[
          {
            verb: 'Take back',
            named: ({ what, pieces }) => `${what}, ${pieces}`,
            onPress: ({ takeBackKey }) => setTakenBack(takeBackKey),
            when: ({ takeBackKey }) => takeBackKey !== null,
          },
        ]}
        stacks
      />
      {takenBack && (
        <ReasonDialog
          title="Take back"
          verb="Take back"
          done="Taken back"
          says="The whole entry counts no more, with all its items. It stays in the book."
          actionFor={(reason) => ({ kind: 'amend', entryKey: takenBack, takeBack: true, reason })}
          onClose={() => setTakenBack(null)}
        />
      )}
    </>
  )
}

const moveColumns = ({ timeZone, currency }: Site): Column<StockMove>[] => [
  { head: 'When', shows: ({ seq, at }) => <Link to={`/logbook/${seq}`}>{moment(at, timeZone)}</Link> },
  { head: 'What', shows: ({ what, takenBack }) => (takenBack ? `${what}, taken back` : what) },
  {
    head: 'Pieces',
    isRight: true,
    shows: ({ what, pieces }) => (what === 'received' ? `+${pieces}` : what === 'counted' ? pieces : `−${pieces}`),
  },
  {
    head: 'Where',
    shows: ({ words, paidMinor }) => (paidMinor === null ? words : `${words} (${money(paidMinor, currency)})`),
  },
  { head: 'Who', shows: ({ who }) => who },
]

/** A kit's fields need all that is kept. */
function ChangeForm({ page: { line }, onClose }: { page: Page; onClose: () => void }) {
  const { data } = useStores()
  return <ItemForm item={line} notKept={[]} items={data?.items ?? []} onClose={onClose} />
}

function KitContents({ page: { line } }: { page: Page }) {
  const { data } = useStores()
  const { contents } = line.content
  if (!contents) return null
  return (
    <Section title="In one kit">
      <ul>
        {contents.map(({ itemId, pieces }) => (
          <li key={itemId}>
            {pieces} ×{' '}
            <Link to={`/stores/${itemId}`}>
              {data?.items.find(({ id }) => id === itemId)?.content.name ?? 'an item'}
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  )
}

function UnderWay({ page: { line } }: { page: Page }) {
  const { site } = useSession()
  const [gone, setGone] = useState<string | null>(null)
  if (line.ordered.length === 0) return null
  return (
    <Section title="Under way">
      <ul>
        {line.ordered.map((order) => (
          <li key={order.seq}>
            {orderSays(order)}{' '}
            <span className="quiet">
              ordered <Link to={`/logbook/${order.seq}`}>{moment(order.at, site.timeZone)}</Link>
            </span>{' '}
            {order.takeBackKey && (
              <Button size="compact-sm" variant="default" onClick={() => setGone(order.takeBackKey)}>
                It will not come
              </Button>
            )}
          </li>
        ))}
      </ul>
      {gone && (
        <ReasonDialog
          title="It will not come"
          verb="Take the order back"
          done="Order taken back"
          says="Nobody waits for it any more; what has come in of it stays."
          actionFor={(reason) => ({ kind: 'amend', entryKey: gone, takeBack: true, reason })}
          onClose={() => setGone(null)}
        />
      )}
    </Section>
  )
}

function UsedOnes({ page: { line } }: { page: Page }) {
  if (line.used.length === 0) return null
  return (
    <Section title="Used ones that are still good">
      <p className="quiet">They go in again at the swap, with their age.</p>
      <ul>
        {line.used.map(({ fittingId, age, ageIsKnown, clock, from }) => (
          <li key={fittingId}>
            {ageIsKnown ? '' : 'at least '}
            {amount(age, clock as Clock)} old, out of {from}
          </li>
        ))}
      </ul>
    </Section>
  )
}

function UseForm({ page: { line }, onClose }: { page: Page; onClose: () => void }) {
  const begun = { pieces: 1 as number | undefined, what: '' }
  const { figure, words, sheet } = useDraft(begun, { kind: 'use-items', done: 'Taken', onClose })
  return (
    <ActionDialog
      title={`Take some: ${line.content.name}`}
      verb="Take"
      {...sheet(({ pieces = 0, what }) => ({ kind: 'use-items', itemId: line.id, pieces, what }))}
    >
      <p className="quiet">What swaps, repairs and upgrades take is written down by them.</p>
      <FigureField label="Pieces" data-autofocus {...figure('pieces')} />
      <TextInput label="What for?" mt="sm" {...words('what')} />
    </ActionDialog>
  )
}
