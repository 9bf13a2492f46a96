import { escapeText } from './http'
import type { Outlet, SiteArticle } from './outlets'

export interface Dated {
  article: SiteArticle
  at: number
}

/** An outlet's feed in its own format: the whole text or the summary alone, as the outlet does. */
export function writeSiteFeed(outlet: Outlet, items: Dated[]): { type: string; body: string } {
  if (outlet.format === 'json') return { type: 'application/feed+json', body: jsonFeed(outlet, items) }
  return outlet.format === 'atom'
    ? { type: 'application/atom+xml; charset=utf-8', body: atom(outlet, items) }
    : { type: 'application/rss+xml; charset=utf-8', body: rss(outlet, items) }
}

export const FEED_PATHS = { rss: '/feed.xml', atom: '/atom.xml', json: '/feed.json' } as const
export const articleUrl = (outlet: Outlet, article: SiteArticle): string =>
  `https://${outlet.domain}/${article.slug}`
export const pictureUrl = (outlet: Outlet, article: SiteArticle): string =>
  `https://${outlet.domain}/pictures/${article.slug}.png`

/** An article's body as its outlet marks it up. */
export function bodyHtml(outlet: Outlet, article: SiteArticle): string {
  const picture = article.image
    ? `<figure><img src="${pictureUrl(outlet, article)}" alt="${escapeText(article.image.alt)}"><figcaption>${escapeText(article.image.alt)}</figcaption></figure>`
    : ''
  const [first, ...rest] = article.paragraphs.map((paragraph) => `<p>${escapeText(paragraph)}</p>`)
  return `${first ?? ''}${picture}${rest.join('')}`
}

function rss(outlet: Outlet, items: Dated[]): string {
  const entries = items.map(({ article, at }) => {
    const content = outlet.fullText
      ? `<content:encoded><![CDATA[${bodyHtml(outlet, article)}]]></content:encoded>`
      : ''
    const categories = article.categories
      .map((category) => `<category>${escapeText(category)}</category>`)
      .join('')
    return `<item><title>${escapeText(article.title)}</title><link>${articleUrl(outlet, article)}</link><guid isPermaLink="true">${articleUrl(outlet, article)}</guid><dc:creator>${escapeText(article.author)}</dc:creator><pubDate>${new Date(at).toUTCString()}</pubDate><description>${escapeText(article.summary)}</description>${content}${categories}</item>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>
<rss version="2.0" xmlns:content="http://purl.org/rss/1.0/modules/content/" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>${escapeText(outlet.name)}</title><link>https://${outlet.domain}/</link><description>${escapeText(outlet.about)}</description><language>${outlet.language}</language>
${entries.join('\n')}
</channel></rss>`
}

function atom(outlet: Outlet, items: Dated[]): string {
  const entries = items.map(({ article, at }) => {
    const when = new Date(at).toISOString()
    const content = outlet.fullText
      ? `<content type="html">${escapeText(bodyHtml(outlet, article))}</content>`
      : ''
    const categories = article.categories
      .map((category) => `<category term="${escapeText(category)}"/>`)
      .join('')
    return `<entry><id>tag:${outlet.domain},2026:${article.slug}</id><title>${escapeText(article.title)}</title><link href="/${article.slug}"/><published>${when}</published><updated>${when}</updated><author><name>${escapeText(article.author)}</name></author><summary>${escapeText(article.summary)}</summary>${content}${categories}</entry>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>
<feed xmlns="http://www.w3.org/2005/Atom" xml:base="https://${outlet.domain}/" xml:lang="${outlet.language}"><id>https://${outlet.domain}/</id><title>${escapeText(outlet.name)}</title><subtitle>${escapeText(outlet.about)}</subtitle><link href="/"/><link rel="self" href="/atom.xml"/><updated>${new Date(items[0]?.at ?? 0).toISOString()}</updated>
${entries.join('\n')}
</feed>`
}

function jsonFeed(outlet: Outlet, items: Dated[]): string {
  return JSON.stringify({
    version: 'https://jsonfeed.org/version/1.1',
    title: outlet.name,
    home_page_url: `https://${outlet.domain}/`,
    feed_url: `https://${outlet.domain}/feed.json`,
    description: outlet.about,
    language: outlet.language,
    items: items.map(({ article, at }) => ({
      id: articleUrl(outlet, article),
      url: articleUrl(outlet, article),
      title: article.title,
      summary: article.summary,
      ...(outlet.fullText ? { content_html: bodyHtml(outlet, article) } : {}),
      date_published: new Date(at).toISOString(),
      authors: [{ name: article.author }],
      tags: article.categories,
    })),
  })
}
