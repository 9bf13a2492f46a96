import { lookup } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'
import { problem } from '../problem'
import { settings } from '../settings'

export interface Route {
  /** Origin to connect to. */
  origin: string
  /** The address that was checked; connected to without a second look-up. Null for the stand-ins. */
  address: { address: string; family: number } | null
}

/** Where a request for this address may go. Throws a ProblemError for hosts that don't exist or lie inside a private network. */
export async function routeTo(url: URL): Promise<Route> {
  const { standins } = settings()
  if (standins && url.hostname.endsWith('.example')) return { origin: standins, address: null }
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const addresses = await lookup(host, { all: true }).catch(() => [])
  if (addresses.length === 0) throw problem('unknownHost', host)
  if (addresses.some(({ address }) => !isOpenAddress(address))) throw problem('privateAddress', host)
  return { origin: url.origin, address: addresses[0]! }
}

/** Whether an IP address is on the open internet: not private, loopback, link-local, multicast, mapped or reserved. */
export function isOpenAddress(address: string): boolean {
  return ipaddr.isValid(address) && ipaddr.process(address).range() === 'unicast'
}

/** A web address as a person typed it; `https://` is put in front where a scheme is missing. Throws a ProblemError. */
export function webAddress(text: string): URL {
  const trimmed = text.trim()
  const withScheme = /^[a-z][a-z0-9+.-]*:\/\//i.test(trimmed) ? trimmed : `https://${trimmed}`
  const url = URL.canParse(withScheme) ? new URL(withScheme) : null
  const isWeb =
    url &&
    (url.protocol === 'http:' || url.protocol === 'https:') &&
    (url.hostname.includes('.') || url.hostname.startsWith('[') || url.hostname === 'localhost')
  if (!isWeb || /\s/.test(trimmed) || url.username !== '') throw problem('noAddress', trimmed.slice(0, 80))
  return url
}
