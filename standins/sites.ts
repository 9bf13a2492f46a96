import { createHash } from 'node:crypto'
import { articleUrl, bodyHtml, FEED_PATHS, writeSiteFeed, type Dated } from './feeds'
import { escapeText, html, nothing, type Ask, type Reply } from './http'
import { readSites, type Outlet, type SiteArticle } from './outlets'
import { drawPicture } from './pictures'

const HOUR = 3_600_000
const ITEMS_IN_FEED = 20

export interface Sites {
  hosts: string[]
  /** Which articles belong to one event: story id and address. */
  stories: { storyId: string; url: string }[]
  /** What came out in the weeks before, and stands in no feed any more. */
  archive: { series: string; handle: string; url: string; at: number; summary: string; begins: string }[]
  answer: (ask: Ask, now: number) => Reply
}

/**
 * The invented news sites. `start` is the instant that every article's `hoursAgo` counts back from; articles
 * whose hour lies ahead of the clock are not out yet.
 */
export function createSites(start: number): Sites {
  const { outlets, articles } = readSites(start)
  const byHost = new Map(outlets.map((outlet) => [outlet.domain, outlet]))
  const out = (outlet: Outlet, now: number): Dated[] =>
    articles
      .filter((article) => article.outlet === outlet.id && !article.archived)
      .map((article) => ({ article, at: start - article.hoursAgo * HOUR }))
      .filter(({ at }) => at <= now)
      .sort((a, b) => b.at - a.at)

  return {
    hosts: [...byHost.keys()],
    stories: articles
      .filter(({ archived }) => !archived)
      .map((article) => ({
        storyId: article.storyId,
        url: articleUrl(
          outlets.find(({ id }) => id === article.outlet)!,
          article,
        ),
      })),
    archive: articles
      .filter(({ archived }) => archived)
      .map((article) => {
        const outlet = outlets.find(({ id }) => id === article.outlet)!
        return {
          series: article.storyId,
          handle: outlet.handle,
          url: articleUrl(outlet, article),
          at: start - article.hoursAgo * HOUR,
          summary: article.summary,
          begins: article.paragraphs[0] ?? '',
        }
      }),
    answer: (ask, now) => {
      const outlet = byHost.get(ask.host)
      if (!outlet) return nothing('There is no such site.')
      const items = out(outlet, now)
      if (ask.path === FEED_PATHS[outlet.format]) return feedReply(ask, outlet, items.slice(0, ITEMS_IN_FEED))
      if (ask.path === '/search')
        return feedReply(
          ask,
          { ...outlet, name: `${outlet.name}: search` },
          items.filter(holds(ask.query.get('q') ?? '')),
        )
      if (ask.path === '/') return html(homePage(outlet, items))
      const picture = /^\/pictures\/(.+)\.png$/.exec(ask.path)?.[1]
      const found = articles.find(
        (article) =>
          article.outlet === outlet.id && (article.slug === picture || `/${article.slug}` === ask.path),
      )
      if (!found || start - found.hoursAgo * HOUR > now) return nothing()
      return picture
        ? { status: 200, type: 'image/png', body: drawPicture(found, outlet) }
        : html(articlePage(outlet, found))
    },
  }
}

/** Whether an article holds all the words of a search. */
const holds = (words: string) => {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  return ({ article }: Dated): boolean =>
    wanted.every((word) => `${article.title} ${article.paragraphs.join(' ')}`.toLowerCase().includes(word))
}

/** A feed with its ETag; a reader who has it already is told so (RFC 9110 §13.1.2). */
function feedReply(ask: Ask, outlet: Outlet, items: Dated[]): Reply {
  const { type, body } = writeSiteFeed(outlet, items)
  const etag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 20)}"`
  if (ask.headers['if-none-match'] === etag) return { status: 304, headers: { etag } }
  return { status: 200, type, body, headers: { etag } }
}

const STYLE = `<style>body{max-width:42rem;margin:3rem auto;padding:0 1rem;font:17px/1.6 Georgia,serif;color:#222}h1{line-height:1.15}a{color:#222}small,footer{color:#666}img{max-width:100%}</style>`

function page(outlet: Outlet, title: string, body: string): string {
  const type = { rss: 'application/rss+xml', atom: 'application/atom+xml', json: 'application/feed+json' }[
    outlet.format
  ]
  return `<!doctype html><html lang="${outlet.language}"><head><meta charset="utf-8"><title>${escapeText(title)}</title><link rel="alternate" type="${type}" title="${escapeText(outlet.name)}" href="${FEED_PATHS[outlet.format]}">${STYLE}</head><body>${body}<footer><p>${escapeText(outlet.about)}</p></footer></body></html>`
}

function homePage(outlet: Outlet, items: Dated[]): string {
  const list = items.map(
    ({ article, at }) =>
      `<li><a href="./${article.slug}">${escapeText(article.title)}</a> <small>${new Date(at).toUTCString().slice(0, 16)}</small></li>`,
  )
  return page(outlet, outlet.name, `<h1>${escapeText(outlet.name)}</h1><ul>${list.join('')}</ul>`)
}

function articlePage(outlet: Outlet, article: SiteArticle): string {
  const body = bodyHtml(outlet, article).replaceAll(`https://${outlet.domain}/`, './')
  return page(
    outlet,
    article.title,
    `<nav><a href="./">${escapeText(outlet.name)}</a></nav><article><h1>${escapeText(article.title)}</h1><p class="byline"><a rel="author" href="./">${escapeText(article.author)}</a></p>${body}</article><footer><small>${articleUrl(outlet, article)}</small></footer>`,
  )
}
