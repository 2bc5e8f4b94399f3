/** Single-key shortcuts can be switched off, for people who speak to their computer or type with unsteady hands. */
const store = 'diatribon-shortcuts-off'

export const shortcuts: { key: string; does: string; to?: string }[] = [
  { key: 'F', does: 'Floor', to: '/floor' },
  { key: 'R', does: 'Round', to: '/round' },
  { key: 'J', does: 'Job file', to: '/job-file' },
  { key: 'X', does: 'Faults', to: '/faults' },
  { key: 'H', does: 'Handover', to: '/handover' },
  { key: 'P', does: 'People', to: '/people' },
  { key: 'L', does: 'Lives', to: '/lives' },
  { key: 'B', does: 'Logbook', to: '/logbook' },
  { key: 'W', does: 'Workshop', to: '/workshop' },
  { key: 'C', does: 'Bench (instruments and sums)', to: '/bench' },
  { key: 'K', does: 'Checks', to: '/checks' },
  { key: 'D', does: 'Drifting', to: '/drifting' },
  { key: 'T', does: 'Drawing or table of the same figures' },
  { key: '?', does: 'This list' },
]

export function shortcutsAreOn(): boolean {
  return localStorage.getItem(store) === null
}

export function switchShortcuts(on: boolean): void {
  if (on) localStorage.removeItem(store)
  else localStorage.setItem(store, '1')
}
