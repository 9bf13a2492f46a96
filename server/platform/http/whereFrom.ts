import { createHmac } from 'node:crypto'
import { getHeader, type H3Event } from 'h3'
import ipaddr from 'ipaddr.js'
import { keyFor } from '../secrets'
import { settings } from '../settings'

/**
 * The network address a request comes from: as the connection says or, behind proxies of one's own, as the
 * outermost of them says. Of IPv6 the network of one line (RFC 6177: a /64), since whoever has one address of
 * it has them all.
 */
export function whereFrom(event: H3Event): string {
  const { proxies } = settings()
  const told = (getHeader(event, 'x-forwarded-for') ?? '').split(',').map((item) => item.trim())
  const address = (proxies > 0 ? told.at(-proxies) : null) ?? event.node.req.socket.remoteAddress ?? ''
  if (!ipaddr.isValid(address)) return 'unknown'
  const known = ipaddr.process(address)
  return known.kind() === 'ipv6' ? known.toByteArray().slice(0, 8).join('.') : known.toString()
}

/**
 * A name or an address for counting: nobody can read it from the data, nor find it by trying without the
 * installation's secret.
 */
export const keyedHash = (text: string): string =>
  createHmac('sha256', keyFor('sign-in tries')).update(text).digest('base64url').slice(0, 32)
