import { ActionIcon, Menu, Modal, Switch, Table, useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { useDisclosure, useHotkeys } from '@mantine/hooks'
import {
  IconBook2,
  IconChecklist,
  IconFileCheck,
  IconLayoutGrid,
  IconTimeline,
  IconTool,
  IconUser,
} from '@tabler/icons-react'
import { useState, type ReactNode } from 'react'
import { NavLink, useNavigate } from 'react-router'
import { useSWRConfig } from 'swr'
import { call } from '../ui/api.ts'
import { useSession } from './session.ts'
import classes from './Shell.module.css'
import { shortcuts, shortcutsAreOn, switchShortcuts } from './shortcuts.ts'
import { useLive } from './useLive.ts'

const places = [
  { to: '/floor', name: 'Floor', Icon: IconLayoutGrid },
  { to: '/round', name: 'Round', Icon: IconChecklist },
  { to: '/job-file', name: 'Job file', Icon: IconFileCheck },
  { to: '/lives', name: 'Lives', Icon: IconTimeline },
  { to: '/logbook', name: 'Logbook', Icon: IconBook2 },
  { to: '/workshop', name: 'Workshop', Icon: IconTool },
]

/** What stands around every screen: the way about, who is signed in, and whether the line is up. */
export function Shell({ children }: { children: ReactNode }) {
  const connected = useLive()
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
        <nav className={classes.places} aria-label="Screens">
          {places.map(({ to, name, Icon }) => (
            <NavLink key={to} to={to} className={({ isActive }) => `${classes.place} ${isActive ? classes.here : ''}`}>
              <Icon size={20} stroke={1.7} aria-hidden />
              {name}
            </NavLink>
          ))}
        </nav>
        <PersonMenu onHelp={help.open} />
      </header>
      {!connected && (
        <p role="status" className={classes.offline}>
          No connection. You see what was known when it was lost; nothing can be recorded until it is back.
        </p>
      )}
      <main id="main" className={classes.main}>
        {children}
      </main>
      <Shortcuts opened={helpIsOpen} onClose={help.close} />
    </>
  )
}

function PersonMenu({ onHelp }: { onHelp: () => void }) {
  const { person } = useSession()
  const { mutate } = useSWRConfig()
  const { setColorScheme } = useMantineColorScheme()
  const scheme = useComputedColorScheme()
  const signOut = async () => {
    await call('DELETE', '/api/session').catch(() => undefined)
    await mutate(() => true, undefined) // nothing of the last person stays on the screen
  }
  return (
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
        <Menu.Item onClick={onHelp}>Keyboard shortcuts (?)</Menu.Item>
        <Menu.Item onClick={() => void signOut()}>Sign out</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}

function Shortcuts({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const [on, setOn] = useState(shortcutsAreOn)
  return (
    <Modal closeButtonProps={{ 'aria-label': 'Close' }} opened={opened} onClose={onClose} title="Keyboard shortcuts">
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
