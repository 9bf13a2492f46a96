import { lookup } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'
import { problem } from '../http/problem'
import { settings } from '../settings'

export interface Address {
  address: string
  family: number
}

export interface Route {
  /** Origin to connect to. */
  origin: string
  /** The address that was checked; connected to without a second look-up. Null for the stand-ins. */
  address: Address | null
}

/** How names are looked up and judged. Another can be given where a test plays the name server. */
export interface NameServer {
  lookup(host: string): Promise<Address[]>
  isOpen(address: string): boolean
}

let names: NameServer = {
  lookup: (host) => lookup(host, { all: true }).catch(() => []),
  isOpen: isOpenAddress,
}

/** Puts another name server in place; gives the one before. */
export function useNameServer(other: NameServer): NameServer {
  const before = names
  names = other
  return before
}

/**
 * Where a request for this address may go. Throws a ProblemError for hosts that don't exist or lie inside a
 * private network.
 */
export async function routeTo(url: URL): Promise<Route> {
  const { standins } = settings()
  if (standins && url.hostname.endsWith('.example')) return routeToStandins(url, standins)
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const addresses = await names.lookup(host)
  if (addresses.length === 0) throw problem('unknownHost', host)
  // Whoever runs this said that this host, at this port, is theirs.
  if (settings().privateHosts.includes(url.host)) return { origin: url.origin, address: addresses[0]! }
  if (addresses.some(({ address }) => !names.isOpen(address))) throw problem('privateAddress', host)
  if (!WEB_PORTS.includes(url.port) && !settings().openPorts.includes(Number(url.port)))
    throw problem('otherPort', url.host)
  return { origin: url.origin, address: addresses[0]! }
}

/**
 * The stand-ins speak plain HTTP on one port; a host with a port of its own is theirs on that port, spoken to
 * as it says.
 */
function routeToStandins(url: URL, origin: string): Route {
  return url.port === ''
    ? { origin, address: null }
    : { origin: url.origin, address: { address: '127.0.0.1', family: 4 } }
}

/**
 * Whether an IP address is on the open internet: not private, loopback, link-local, multicast, mapped or
 * reserved.
 */
export function isOpenAddress(address: string): boolean {
  if (!ipaddr.isValid(address)) return false
  const known = ipaddr.process(address)
  return known.range() === 'unicast' && (known.kind() === 'ipv4' || (known as ipaddr.IPv6).match(GLOBAL, 3))
}

/** IPv6 that is routed on the open internet at all (IANA: 2000::/3). */
const GLOBAL = ipaddr.IPv6.parse('2000::')
/** Ports on which the web is served; others are let through by a setting. */
const WEB_PORTS = ['', '80', '443']

/**
 * A web address as a person typed it; `https://` is put in front where a scheme is missing. Throws a
 * ProblemError.
 */
export function webAddress(text: string): URL {
  const trimmed = text.trim()
  const withScheme = /^[a-z][a-z0-9+.-]*:\/\//i.test(trimmed) ? trimmed : `https://${trimmed}`
  const url = URL.canParse(withScheme) ? new URL(withScheme) : null
  const isWeb =
    url &&
    (url.protocol === 'http:' || url.protocol === 'https:') &&
    (url.hostname.includes('.') || url.hostname.startsWith('[') || url.hostname === 'localhost')
  if (!isWeb || /\s/.test(trimmed) || hasUserPart(url)) throw problem('noAddress', trimmed.slice(0, 80))
  return url
}

/**
 * Whether a name or password, also an empty one, stands before the host:
 * `http://paper.example@other.example`.
 */
const hasUserPart = (url: URL): boolean => url.username !== '' || url.password !== ''

/**
 * An address that somebody else named, as it is opened: absolute, and of the web alone; null for any other
 * (`javascript:`).
 */
export function webUrlOf(text: string | null | undefined, base?: string): string | null {
  const url = text && URL.canParse(text, base) ? new URL(text, base) : null
  return url && (url.protocol === 'http:' || url.protocol === 'https:') && url.username === ''
    ? url.href
    : null
}
