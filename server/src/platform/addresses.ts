import { isIP } from 'node:net'
import { networkInterfaces } from 'node:os'
import { StartProblem } from './migrate.ts'

const everywhere = new Set(['0.0.0.0', '::'])

/** Where to listen, as HOST says it. @throws StartProblem when it is no address */
export function hostFrom(host: string | undefined): string {
  if (!host || host === 'localhost') return '127.0.0.1'
  if (isIP(host) === 0)
    throw new StartProblem(
      `HOST is ${host}; it must be an address of this machine such as 192.168.1.20, or 0.0.0.0 for all of them.`,
    )
  return host
}

/** The address that people reach the site at, as SITE_URL says it; null when it is not said. @throws StartProblem */
export function siteUrlFrom(address: string | undefined): string | null {
  if (!address) return null
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol) || url.pathname !== '/' || url.search || url.hash)
    throw new StartProblem(
      `SITE_URL is ${address}; it must be an address without a path, such as https://wear.example.org.`,
    )
  return url.origin
}

/** The address at which this machine itself reaches a server that listens there. */
export const ownAddress = (host: string, port: number, protocol = 'http:') =>
  `${protocol}//${inUrl(everywhere.has(host) ? '127.0.0.1' : host)}:${port}`

/** The addresses at which other machines of the network reach it; none on loopback. */
export function addressesFor(host: string, port: number, protocol = 'http:'): string[] {
  const addresses = everywhere.has(host)
    ? Object.values(networkInterfaces()).flatMap((all) =>
        (all ?? []).flatMap(({ address, family, internal }) => (internal || family !== 'IPv4' ? [] : address)),
      )
    : /^(127\.|::1$)/.test(host)
      ? []
      : [host]
  return addresses.map((address) => `${protocol}//${inUrl(address)}:${port}`)
}

/** Whether every machine would take this address for itself. */
export function isLoopback(address: string): boolean {
  const host = URL.canParse(address) ? new URL(address).hostname : address
  return /^(localhost|127\.\d+\.\d+\.\d+|\[?::1\]?|0\.0\.0\.0)$/i.test(host)
}

/**
 * The address that labels, tags and invitations carry: what the command that started the server says, else what a lead has
 * set, else the one at which this page was opened.
 * @returns null when phones would look for it in themselves
 */
export function labelsCarry(of: { siteUrl: string | null; set: string | null; opened: string }): string | null {
  const address = of.siteUrl ?? of.set ?? of.opened
  return isLoopback(address) ? null : address
}

const inUrl = (address: string) => (isIP(address) === 6 ? `[${address}]` : address)
