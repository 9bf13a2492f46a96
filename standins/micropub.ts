import { fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { NetworkAccount } from './networks'
import type { Timeline } from './timeline'

/** A network that speaks Micropub (W3C Recommendation, 23 May 2017): discovery, `q=config`, `q=source`, posts as JSON or form. */
export async function answerMicropub(timeline: Timeline, ask: Ask, now: number): Promise<Reply> {
  const asked = /^\/media\/(\d+)$/.exec(ask.path)?.[1]
  const kept = asked ? timeline.picture(asked) : undefined
  if (kept) return { status: 200, type: kept.type, body: kept.bytes }
  if (ask.path !== '/micropub' && ask.path !== '/media') {
    const page = timeline.page(ask.path)
    return page ? html(page, { link: `<https://${timeline.network.host}/micropub>; rel="micropub"` }) : nothing()
  }
  const account = timeline.accountOfToken(ask.headers.authorization)
  if (!account) return json({ error: 'unauthorized', error_description: 'This token is not known here.' }, 401)
  if (ask.path === '/media') return takeMedia(timeline, ask, account)
  const address = `https://${timeline.network.host}/@${account.handle}`
  if (ask.method === 'GET') {
    switch (ask.query.get('q')) {
      case 'config':
        return json({
          'media-endpoint': `https://${timeline.network.host}/media`,
          channels: (account.boards ?? []).map((name) => ({ uid: name, name })),
          'syndicate-to': [],
          'post-rules': statedRules(timeline),
          account: { handle: `@${account.handle}`, name: account.name, url: address },
        })
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
  const pictures = entry.photos.flatMap(({ value, alt }) => {
    const picture = timeline.picture(/\/media\/(\d+)$/.exec(value)?.[1] ?? '')
    return picture ? [{ ...picture, alt }] : []
  })
  const taken = timeline.take(account, { text: entry.content, slug: entry.slug, pictures, link: entry.link, board: entry.board, audience: entry.audience }, now)
  if ('says' in taken) return json({ error: 'invalid_request', error_description: taken.says }, 400)
  return { status: 201, headers: { location: timeline.url(taken.post) } }
}

async function takeMedia(timeline: Timeline, ask: Ask, account: NetworkAccount): Promise<Reply> {
  if (ask.method !== 'POST') return nothing()
  const kept = await timeline.keepPicture(ask, account)
  if ('says' in kept) return json({ error: 'invalid_request', error_description: kept.says }, 400)
  return { status: 201, headers: { location: `https://${timeline.network.host}/media/${kept.id}` } }
}

interface Entry {
  content: string
  slug: string | null
  photos: { value: string; alt: string }[]
  link: string | null
  board: string | null
  audience: string | null
}

function entryOf(ask: Ask): Entry | null {
  if (ask.headers['content-type']?.includes('json')) {
    const { type, properties = {} } = fieldsOf(ask) as { type?: string[]; properties?: Record<string, unknown[]> }
    if (type?.[0] !== 'h-entry') return null
    const first = (name: string): string | null => (properties[name]?.[0] ? String(properties[name][0]) : null)
    const photos = (properties['photo'] ?? []).map((one) => (typeof one === 'string' ? { value: one, alt: '' } : (one as { value: string; alt: string })))
    return {
      content: first('content') ?? '',
      slug: first('mp-slug'),
      photos,
      link: first('bookmark-of'),
      board: first('mp-channel'),
      audience: first('visibility'),
    }
  }
  const form = new URLSearchParams(ask.body)
  if (form.get('h') !== 'entry') return null
  const photos = [...form.getAll('photo'), ...form.getAll('photo[]')].map((value) => ({ value, alt: '' }))
  return { content: form.get('content') ?? '', slug: form.get('mp-slug'), photos, link: form.get('bookmark-of'), board: form.get('mp-channel'), audience: null }
}

const statedRules = ({ network }: Timeline): Record<string, unknown> => ({ ...network.rules, id: network.host, name: network.name })
