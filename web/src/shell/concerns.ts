import { areasOfPrinters, type Area, type LiveNotice } from '@diatribon/contract'

/** Which lists show an area; what is about one printer is below. */
const lists: Record<Area, readonly string[]> = {
  printers: ['/api/printers'],
  hours: [],
  parts: ['/api/parts'],
  lives: ['/api/lives'],
  plan: ['/api/plan'],
  logbook: ['/api/logbook'],
  people: ['/api/session', '/api/people', '/api/faults'],
  stores: ['/api/stores'],
  readings: ['/api/readings'],
  checks: ['/api/checks'],
  faults: ['/api/faults'],
  notices: ['/api/notices'],
  presence: ['/api/presence'],
  enclosure: ['/api/enclosures'],
  upgrades: ['/api/upgrades'],
  jobs: ['/api/jobs'],
}
const ofPrinter = /^\/api\/printers\/([0-9a-f-]{36})(?:\/|\?|$)/

/** Whether what an address shows may have changed with what a notice tells. */
export function concerns({ areas, printerIds }: Pick<LiveNotice, 'areas' | 'printerIds'>, address: string): boolean {
  const printerId = ofPrinter.exec(address)?.[1]
  if (printerId) return areas.some((area) => areasOfPrinters.has(area)) && (printerIds?.includes(printerId) ?? true)
  return areas.some((area) => lists[area].some((list) => address.startsWith(list)))
}
