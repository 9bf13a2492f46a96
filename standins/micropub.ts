import { fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { Timeline } from './timeline'

/** A network that speaks Micropub (W3C Recommendation, 23 May 2017): discovery, `q=config`, `q=source`, posts as JSON or form. */
export function answerMicropub(timeline: Timeline, ask: Ask, now: number): Reply {
  if (ask.path !== '/micropub') {
    const page = timeline.page(ask.path)
    return page ? html(page, { link: `<https://${timeline.network.host}/micropub>; rel="micropub"` }) : nothing()
  }
  const account = timeline.accountOfToken(ask.headers.authorization)
  if (!account) return json({ error: 'unauthorized', error_description: 'This token is not known here.' }, 401)
  const address = `https://${timeline.network.host}/@${account.handle}`
  if (ask.method === 'GET') {
    switch (ask.query.get('q')) {
      case 'config':
        return json({ 'syndicate-to': [], 'post-rules': statedRules(timeline), account: { handle: `@${account.handle}`, name: account.name, url: address } })
      case 'syndicate-to':
        return json({ 'syndicate-to': [] })
      case 'source': {
        const most = Number(ask.query.get('limit') ?? 20) || 20
        return json({
          items: timeline.of(account.id, most).map((post) => ({
            type: ['h-entry'],
            properties: { url: [timeline.url(post)], content: [post.text], published: [new Date(post.at).toISOString()] },
          })),
        })
      }
      default:
        return json({ error: 'invalid_request', error_description: 'This query is not known here.' }, 400)
    }
  }
  const entry = entryOf(ask)
  if (!entry) return json({ error: 'invalid_request', error_description: 'Only entries are taken here.' }, 400)
  const taken = timeline.take(account, entry.content, entry.slug, now)
  if ('says' in taken) return json({ error: 'invalid_request', error_description: taken.says }, 400)
  return { status: 201, headers: { location: timeline.url(taken.post) } }
}

function entryOf(ask: Ask): { content: string; slug: string | null } | null {
  if (ask.headers['content-type']?.includes('json')) {
    const { type, properties } = fieldsOf(ask) as { type?: string[]; properties?: Record<string, unknown[]> }
    if (type?.[0] !== 'h-entry') return null
    return { content: String(properties?.['content']?.[0] ?? ''), slug: properties?.['mp-slug']?.[0] ? String(properties['mp-slug'][0]) : null }
  }
  const form = new URLSearchParams(ask.body)
  return form.get('h') === 'entry' ? { content: form.get('content') ?? '', slug: form.get('mp-slug') } : null
}

function statedRules({ network }: Timeline): Record<string, unknown> {
  const { limit, counting, linkLength, equalTextRefusedDays } = network.rules
  return { id: network.host, name: network.name, limit, counting, linkLength, equalTextRefusedDays, links: 'in-text', media: { kinds: ['picture'], max: 4 } }
}
