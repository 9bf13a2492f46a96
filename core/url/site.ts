import { getDomain } from 'tldts'

/**
 * The site an address belongs to: its registrable domain by the public suffix list (`news.lowlamp.example`
 * and
 * `lowlamp.example` are one site), the bare host where there is none, '' for a text that is no web address.
 */
export function siteOf(url: string): string {
  if (!URL.canParse(url)) return ''
  const { hostname } = new URL(url)
  return getDomain(hostname, { allowPrivateDomains: true }) ?? hostname
}
