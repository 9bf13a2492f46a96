import { linksOf } from '#server/platform/net/links'
import { LIMITS } from '#shared/platform/limits'
import { problem } from '#server/platform/http/problem'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import type { PageLink } from '#server/platform/pages/readCard'
import { readLinksTask } from '#server/platform/pages/tasks'
import { bearer } from './outcome'

// What a page says of its Micropub endpoint (W3C Recommendation, 23 May 2017, §5.3), and how that is asked.

/** A page with the links it names, and its Micropub endpoint; null where it names none. */
export async function micropubPage(
  address: URL,
): Promise<{ url: string; endpoint: string | null; named: (rel: string) => string | null }> {
  const page = await httpRequest(address, { headers: { accept: 'text/html' }, maxBytes: LIMITS.pageBytes })
  const header = page.headers['link'] ?? ''
  const links = header.includes('micropub') && header.includes('indieauth') ? [] : await linksOn(page)
  const named = (rel: string): string | null => linkIn(page, links, rel)
  return { url: page.url, endpoint: endpointIn(page, links), named }
}

/**
 * Where the page at an address takes entries; null where it names no endpoint. Throws `tokenRefused` at the
 * token.
 */
export async function micropubEndpoint(address: URL, token: string): Promise<string | null> {
  const { endpoint } = await micropubPage(address)
  if (endpoint !== null) await configOf(endpoint, address, token)
  return endpoint
}

/** What an endpoint says of itself (`q=config`, §3.5). Throws `tokenRefused` at the token. */
export async function configOf(endpoint: string, address: URL, token: string): Promise<HttpResponse> {
  const answer = await httpRequest(withQuery(endpoint, { q: 'config' }), { headers: bearer(token) })
  if (answer.status === 401 || answer.status === 403)
    throw problem('tokenRefused', address.hostname).at('token')
  return answer
}

/** The endpoint a page names: in its `Link` header first, then in a link element (Micropub §5.3). */
export const endpointIn = (page: Pick<HttpResponse, 'headers' | 'url'>, links: PageLink[]): string | null =>
  linkIn(page, links, 'micropub')

function linkIn(page: Pick<HttpResponse, 'headers' | 'url'>, links: PageLink[], rel: string): string | null {
  const found =
    linksOf(page.headers['link'], page.url).get(rel) ?? links.find((link) => link.rel.includes(rel))?.href
  return found !== undefined && URL.canParse(found, page.url) ? new URL(found, page.url).href : null
}

/** The links of a page; none where it takes too long to read. */
export async function linksOn({ body, url, headers }: HttpResponse): Promise<PageLink[]> {
  try {
    return await runInThread('person', [`host:${new URL(url).hostname}`], readLinksTask, {
      body,
      url,
      contentType: headers['content-type'] ?? null,
    })
  } catch (error) {
    if (error instanceof TaskStopped) return []
    throw error
  }
}

/** An address with a query. */
export function withQuery(address: string, query: Record<string, string>): URL {
  const url = new URL(address)
  for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value)
  return url
}
