import { ActionIcon, Menu, Modal, Switch, Table, useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { useDisclosure, useHotkeys } from '@mantine/hooks'
import { notifications } from '@mantine/notifications'
import {
  IconAlertHexagon,
  IconBook2,
  IconChecklist,
  IconFileCheck,
  IconLayoutGrid,
  IconTimeline,
  IconTool,
  IconUser,
} from '@tabler/icons-react'
import { useState, type ReactNode } from 'react'
import { Link, NavLink, useLocation, useNavigate } from 'react-router'
import { useSWRConfig } from 'swr'
import { useNoticeBoard } from '../reads/handover.ts'
import { PinForm } from '../people/PinForm.tsx'
import { call, NoConnection, Refused } from '../ui/api.ts'
import { chapterAbout, idOf } from '../guide/chapters.ts'
import { useSession } from '../session/session.tsx'
import classes from './Shell.module.css'
import { shortcuts, shortcutsAreOn, switchShortcuts } from '../ui/shortcuts.ts'
import { keepsFailing } from '../session/outbox.ts'
import { useSendOutbox } from '../session/useOutbox.ts'
import { Arrival } from './Arrival.tsx'
import { PageTitle } from './PageTitle.tsx'
import { useLive } from './useLive.ts'

interface Place {
  to: string
  name: string
  Icon: typeof IconTool
  /** The phone's bar has room for five: these are found under More there. */
  wide?: true
}

const places: Place[] = [
  { to: '/floor', name: 'Floor', Icon: IconLayoutGrid },
  { to: '/round', name: 'Round', Icon: IconChecklist },
  { to: '/faults', name: 'Faults', Icon: IconAlertHexagon },
  { to: '/job-file', name: 'Job file', Icon: IconFileCheck, wide: true },
  { to: '/lives', name: 'Lives', Icon: IconTimeline, wide: true },
  { to: '/logbook', name: 'Logbook', Icon: IconBook2 },
  { to: '/workshop', name: 'Workshop', Icon: IconTool },
]

/** What stands around every screen: the way about, who is signed in, and whether the line is up. */
export function Shell({ children }: { children: ReactNode }) {
  const connected = useLive()
  const unread = useNoticeBoard().data?.unread ?? 0
  const outbox = useSendOutbox(connected)
  const waiting = outbox.filter((one) => one.state === 'waiting' && !keepsFailing(one)).length
  const refused = outbox.filter((one) => one.state === 'refused' || keepsFailing(one)).length
  const navigate = useNavigate()
  const { site } = useSession()
  const [helpIsOpen, help] = useDisclosure()
  useHotkeys([
    ...shortcuts.flatMap(({ key, to }): [string, () => void][] =>
      to ? [[key.toLowerCase(), () => shortcutsAreOn() && void navigate(to)]] : [],
    ),
    ['shift+?', () => shortcutsAreOn() && help.toggle()],
  ])
  return (
    <>
      <a href="#main" className={classes.skip}>
        Skip to the page
      </a>
      <header className={classes.bar}>
        <span className={classes.site}>
          <b>Diatribon</b> <span className={classes.siteName}>{site.name}</span>
        </span>
        <Places unread={unread} />
        <PersonMenu onHelp={help.open} />
      </header>
      <Waiting connected={connected} waiting={waiting} refused={refused} />
      <main id="main" className={classes.main}>
        <PageTitle />
        <Arrival />
        {children}
      </main>
      <Shortcuts opened={helpIsOpen} onClose={help.close} />
    </>
  )
}

/** The last place of the phone's bar leads to all the rest. */
const MoreOr = ({ name }: { name: string }) => (
  <>
    <span className={classes.wide}>{name}</span>
    <span className={classes.narrow}>More</span>
  </>
)

function PersonMenu({ onHelp }: { onHelp: () => void }) {
  const { person } = useSession()
  const { mutate } = useSWRConfig()
  const { setColorScheme } = useMantineColorScheme()
  const scheme = useComputedColorScheme()
  const [changing, setChanging] = useState(false)
  const guide = useGuideHere().to
  const signOut = async (sessions: 'session' | 'sessions') => {
    try {
      await call(`delete /api/${sessions}`)
    } catch (error) {
      // Whoever walks away must know that the door is still open.
      if (!(error instanceof Refused && error.status === 401))
        return notifications.show({
          color: 'red',
          autoClose: false,
          message: `You are still signed in: ${error instanceof NoConnection ? 'there is no connection to the server' : (error as Error).message}. Try again before you leave this device.`,
        })
    }
    if ('caches' in window)
      for (const name of await caches.keys()) if (name.startsWith('read-')) await caches.delete(name)
    await mutate(() => true, undefined) // nothing of the last person stays on the screen
  }
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon
            variant="subtle"
            size="xl"
            aria-label={`Signed in as ${person.displayName}, ${person.role}`}
            color="var(--ink)"
          >
            <IconUser size={22} stroke={1.7} aria-hidden />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>
            {person.displayName}, {person.role}
          </Menu.Label>
          <Menu.Item onClick={() => setColorScheme(scheme === 'dark' ? 'light' : 'dark')}>
            {scheme === 'dark' ? 'Light' : 'Dark'} screen
          </Menu.Item>
          <Menu.Item component={Link} to="/outbox">
            Waiting on this device
          </Menu.Item>
          <Menu.Item onClick={() => setChanging(true)}>Change your PIN</Menu.Item>
          <Menu.Item component={Link} to={guide}>
            Guide: this screen
          </Menu.Item>
          <Menu.Item onClick={onHelp}>Keyboard shortcuts (?)</Menu.Item>
          <Menu.Item onClick={() => void signOut('sessions')}>Sign out everywhere</Menu.Item>
          <Menu.Item onClick={() => void signOut('session')}>Sign out</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {changing && <PinForm onClose={() => setChanging(false)} />}
    </>
  )
}

/** The chapter of the guide about the screen that is open. */
function useGuideHere(): { title: string; to: string } {
  const { pathname, search } = useLocation()
  const title = chapterAbout(pathname + search)
  return { title, to: `/guide#${idOf(title)}` }
}

function Shortcuts({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const [on, setOn] = useState(shortcutsAreOn)
  const guide = useGuideHere()
  return (
    <Modal closeButtonProps={{ 'aria-label': 'Close' }} opened={opened} onClose={onClose} title="Help">
      <p style={{ marginTop: 0 }}>
        <Link to={guide.to} onClick={onClose}>
          Guide: {guide.title}
        </Link>
      </p>
      <h2>Keyboard shortcuts</h2>
      <Table>
        <Table.Tbody>
          {shortcuts.map(({ key, does }) => (
            <Table.Tr key={key}>
              <Table.Th w={60}>
                <kbd>{key}</kbd>
              </Table.Th>
              <Table.Td>{does}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Switch
        mt="md"
        label="Single-key shortcuts on"
        checked={on}
        onChange={({ currentTarget }) => {
          switchShortcuts(currentTarget.checked)
          setOn(currentTarget.checked)
        }}
      />
    </Modal>
  )
}

function Places({ unread }: { unread: number }) {
  return (
    <nav className={classes.places} aria-label="Screens">
      {places.map(({ to, name, Icon, wide }) => (
        <NavLink
          key={to}
          to={to}
          className={({ isActive }) => `${classes.place} ${isActive ? classes.here : ''} ${wide ? classes.wide : ''}`}
        >
          <Icon size={20} stroke={1.7} aria-hidden />
          {to === '/workshop' ? <MoreOr name={name} /> : name}
          {to === '/logbook' && unread > 0 && (
            <span className={classes.unread} aria-label={`${unread} unread for you`}>
              {unread}
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  )
}

function Waiting({ connected, waiting, refused }: { connected: boolean; waiting: number; refused: number }) {
  return (
    <>
      {!connected && (
        <p role="status" className={classes.offline}>
          No connection. You see what was known when it was lost. What you record waits on this device and goes out when
          it is back. {waiting > 0 && <Link to="/outbox">{waiting} waiting</Link>}
        </p>
      )}
      {connected && waiting + refused > 0 && (
        <p role="status" className={classes.offline}>
          <Link to="/outbox">
            {[waiting > 0 && `${waiting} waiting to be sent`, refused > 0 && `${refused} not taken`]
              .filter(Boolean)
              .join(', ')}
          </Link>
        </p>
      )}
    </>
  )
}
