/** No more of a referrer is looked at: an address needs no more, and anybody can send any. */
const LOOKED_AT = 2000
const SITE_MOST = 100

/**
 * The site that a request came from, by its `Referer` (RFC 9110 §10.1.3): a host without `www.`, in lower
 * case; '' where none is named, it is no address of the web, or it is one's own.
 */
export function siteOfReferrer(referrer: string | null | undefined, own: readonly string[] = []): string {
  if (!referrer || referrer.length > LOOKED_AT || !URL.canParse(referrer)) return ''
  const { protocol, hostname } = new URL(referrer)
  if (protocol !== 'https:' && protocol !== 'http:') return ''
  const site = hostname.replace(/^www\./, '')
  return site.length > SITE_MOST || own.includes(hostname) ? '' : site
}
