import type { AuthorizationServer } from './authorization'
import { fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { NetworkAccount } from './networks'
import { responsesTo } from './readers'
import type { NetworkPost, Timeline } from './timeline'

/**
 * A network that speaks Micropub (W3C Recommendation, 23 May 2017): discovery, queries, posts as JSON or
 * form, pictures, deleting.
 */
export async function answerMicropub(
  timeline: Timeline,
  signIn: AuthorizationServer,
  ask: Ask,
  now: number,
): Promise<Reply> {
  const asked = /^\/media\/(\d+)$/.exec(ask.path)?.[1]
  const kept = asked ? timeline.picture(asked) : undefined
  if (kept) return { status: 200, type: kept.type, body: kept.bytes }
  if (ask.path !== '/micropub' && ask.path !== '/media') {
    const page = timeline.page(ask.path, now)
    return page
      ? html(page, {
          link: [
            `<https://${timeline.network.host}/micropub>; rel="micropub"`,
            `<https://${timeline.network.host}/.well-known/oauth-authorization-server>; rel="indieauth-metadata"`,
          ].join(', '),
        })
      : nothing()
  }
  const granted = signIn.bearer(ask)
  if (granted && 'status' in granted) return granted
  if (granted && !granted.scopes.split(' ').includes(scopeFor(ask)) && ask.method !== 'GET')
    return json({ error: 'insufficient_scope', scope: scopeFor(ask) }, 401)
  const account = granted?.account ?? timeline.accountOfToken(ask.headers.authorization)
  if (!account)
    return json({ error: 'unauthorized', error_description: 'This token is not known here.' }, 401)
  if (ask.path === '/media') return takeMedia(timeline, ask, account)
  return ask.method === 'GET' ? query(timeline, ask, account, now) : change(timeline, ask, account, now)
}

/** The scope that a request needs (Micropub, §"Scope"). */
const scopeFor = (ask: Ask): string =>
  ask.path === '/media' ? 'media' : actionOf(ask)?.action === 'delete' ? 'delete' : 'create'

const refused = (message: string): Reply =>
  json({ error: 'invalid_request', error_description: message }, 400)

function query(timeline: Timeline, ask: Ask, account: NetworkAccount, now: number): Reply {
  const { host, rules } = timeline.network
  switch (ask.query.get('q')) {
    case 'config':
      return json({
        'media-endpoint': `https://${host}/media`,
        channels: (account.boards ?? []).map((name) => ({ uid: name, name })),
        'syndicate-to': rules.targets,
        'post-rules': statedRules(timeline),
        account: {
          handle: `@${account.handle}`,
          name: account.name,
          url: `https://${host}/@${account.handle}`,
        },
      })
    case 'syndicate-to':
      return json({ 'syndicate-to': rules.targets })
    case 'source': {
      const url = ask.query.get('url')
      const own = timeline.of(account.id, 10_000)
      if (url !== null) {
        const post = own.find((one) => timeline.url(one) === url)
        return post ? json(entryOfPost(timeline, post, now)) : refused('There is no such post.')
      }
      if (!rules.lists) return refused('Name the post with url.')
      const most = Math.min(rules.listsAtMost ?? 10_000, Number(ask.query.get('limit') ?? 20) || 20)
      return json({ items: own.slice(0, most).map((post) => entryOfPost(timeline, post, now)) })
    }
    default:
      return refused('This query is not known here.')
  }
}

/** What a post is, with what readers did, as an extension of this network's own. */
const entryOfPost = (timeline: Timeline, post: NetworkPost, now: number): unknown => {
  const { likes, reshares, answers } = responsesTo(timeline.network, post, now)
  return {
    type: ['h-entry'],
    properties: {
      url: [timeline.url(post)],
      content: [post.text],
      published: [new Date(post.at).toISOString()],
      category: post.categories,
    },
    responses: { likes, reshares, answers },
  }
}

function change(timeline: Timeline, ask: Ask, account: NetworkAccount, now: number): Reply {
  const action = actionOf(ask)
  if (action) {
    if (action.action !== 'delete') return refused('This action is not known here.')
    return timeline.remove(account, (post) => timeline.url(post) === action.url) ? { status: 204 } : json({ error: 'not_found', error_description: 'There is no such post.' }, 404) // prettier-ignore
  }
  const entry = entryOf(ask)
  if (!entry) return refused('Only entries are taken here.')
  const pictures = entry.photos.flatMap(({ value, alt }) => {
    const picture = timeline.picture(/\/media\/(\d+)$/.exec(value)?.[1] ?? '')
    return picture ? [{ ...picture, alt }] : []
  })
  const { content: text, slug, link, board, audience, categories, alsoTo } = entry
  const taken = timeline.take(
    account,
    { text, slug, pictures, link, board, audience, categories, alsoTo },
    now,
  )
  if (!('message' in taken)) return { status: 201, headers: { location: timeline.url(taken.post) } }
  if (taken.retryAfter === undefined) return refused(taken.message)
  return json({ error: 'too_many', error_description: taken.message }, 429, {
    'retry-after': String(taken.retryAfter),
  })
}

async function takeMedia(timeline: Timeline, ask: Ask, account: NetworkAccount): Promise<Reply> {
  if (ask.method !== 'POST') return nothing()
  const kept = await timeline.keepPicture(ask, account)
  if ('message' in kept) return refused(kept.message)
  return { status: 201, headers: { location: `https://${timeline.network.host}/media/${kept.id}` } }
}

const isJson = (ask: Ask): boolean => ask.headers['content-type']?.includes('json') ?? false

function actionOf(ask: Ask): { action: string; url: string } | null {
  const form = new URLSearchParams(ask.body)
  const { action, url } = isJson(ask) ? fieldsOf(ask) : { action: form.get('action'), url: form.get('url') }
  return typeof action === 'string' ? { action, url: String(url) } : null
}

interface Entry {
  content: string
  slug: string | null
  photos: { value: string; alt: string }[]
  link: string | null
  board: string | null
  audience: string | null
  categories: string[]
  alsoTo: string[]
}

function entryOf(ask: Ask): Entry | null {
  const properties = isJson(ask) ? jsonEntry(ask) : formEntry(ask)
  if (!properties) return null
  const first = (name: string): string | null => (properties[name]?.[0] ? String(properties[name][0]) : null)
  return {
    content: first('content') ?? '',
    slug: first('mp-slug'),
    photos: (properties['photo'] ?? []).map((one) =>
      typeof one === 'string' ? { value: one, alt: '' } : (one as { value: string; alt: string }),
    ),
    link: first('bookmark-of'),
    board: first('mp-channel'),
    audience: first('visibility'),
    categories: (properties['category'] ?? []).map(String),
    alsoTo: (properties['mp-syndicate-to'] ?? []).map(String),
  }
}

function jsonEntry(ask: Ask): Record<string, unknown[]> | null {
  const { type, properties = {} } = fieldsOf(ask) as {
    type?: string[]
    properties?: Record<string, unknown[]>
  }
  return type?.[0] === 'h-entry' ? properties : null
}

/** A form names several values of a property with brackets behind its name (§3.3). */
function formEntry(ask: Ask): Record<string, unknown[]> | null {
  const form = new URLSearchParams(ask.body)
  if (form.get('h') !== 'entry') return null
  const names = new Set([...form.keys()].map((name) => name.replace(/\[\]$/, '')))
  return Object.fromEntries(
    [...names].map((name) => [name, [...form.getAll(name), ...form.getAll(`${name}[]`)]]),
  )
}

const statedRules = ({ network }: Timeline): Record<string, unknown> => ({
  ...network.rules,
  id: network.host,
  name: network.name,
})
