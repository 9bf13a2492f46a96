/**
 * The host of what a person writes as a site (`lowlamp.example`, `https://www.lowlamp.example/news`), without
 * `www.`; null where it is none.
 */
export function siteNamed(text: string): string | null {
  const address = /^https?:\/\//i.test(text.trim()) ? text.trim() : `https://${text.trim()}`
  if (!URL.canParse(address)) return null
  const { hostname, username } = new URL(address)
  const host = hostname.replace(/^www\./, '')
  return username === '' && host.includes('.') && !/[^\p{L}\p{N}.-]/u.test(host) ? host : null
}

/**
 * Whether an address stands on one of these sites (hosts as `siteNamed` gives them) or on a part of one, such
 * as `news.lowlamp.example`.
 */
export function isOnSite(url: string, sites: string[]): boolean {
  if (sites.length === 0 || !URL.canParse(url)) return false
  const { hostname } = new URL(url)
  return sites.some((site) => hostname === site || hostname.endsWith(`.${site}`))
}
