import { given } from '@diatribon/core'
import { Group, Select, Switch } from '@mantine/core'
import { useSearchParams } from 'react-router'
import classes from './PlaceFilter.module.css'

interface Spot {
  room: string
  rack: string
}

/** A room, or one rack of it, as it stands in the page's address. */
const rackKey = ({ room, rack }: Spot) => `${room} / ${rack}`

/**
 * Which room or rack is shown, and whether only what I may do. Both stand in the address, so that a way through the workshop
 * can be kept as a bookmark.
 * @param byWork whether it can be narrowed to what I may do
 * @param spots where there is something to show; with one rack alone there is nothing to choose
 */
export function usePlaceFilter(spots: readonly Spot[], { byWork = true }: { byWork?: boolean } = {}) {
  const [search, setSearch] = useSearchParams()
  const [where, mine] = [search.get('where'), byWork && search.get('mine') === '1']
  const set = (name: string, value: string | null) => {
    const next = new URLSearchParams(search)
    if (value) next.set(name, value)
    else next.delete(name)
    setSearch(next, { replace: true })
  }
  const rooms = [...new Set(spots.map(({ room }) => room))].sort()
  const racks = [...new Set(spots.map(rackKey))].sort()
  const data =
    rooms.length > 1
      ? rooms.map((room) => ({
          group: room,
          items: [
            { value: room, label: `All of ${room}` },
            ...racks
              .filter((key) => key.startsWith(`${room} / `))
              .map((key) => ({ value: key, label: `Rack ${key.slice(room.length + 3)}` })),
          ],
        }))
      : racks.map((key) => ({ value: key, label: `Rack ${key.slice(given(rooms[0]).length + 3)}` }))
  return {
    mine,
    isNarrowed: where !== null || mine,
    keeps: (spot: Spot) => where === null || where === spot.room || where === rackKey(spot),
    field: (
      <Group className={classes.filter} gap="md">
        {(racks.length > 1 || where !== null) && (
          <Select
            aria-label="Room or rack"
            placeholder="All rooms and racks"
            data={data}
            value={where}
            onChange={(value) => set('where', value)}
            clearable
            clearButtonProps={{ 'aria-label': 'All rooms and racks' }}
            size="sm"
          />
        )}
        {byWork && (
          <Switch
            label="Only what I may do"
            checked={mine}
            onChange={({ currentTarget }) => set('mine', currentTarget.checked ? '1' : null)}
          />
        )}
      </Group>
    ),
  }
}
