import { setResponseHeader, type H3Event } from 'h3'
import { LIMITS } from '#shared/platform/limits'
import { httpRequest } from '#server/platform/net/httpRequest'
import { webAddress } from '#server/platform/net/address'
import { problem } from '#server/platform/http/problem'
import { useDb } from '#server/platform/db'
import { articleForBrand } from '#server/articles'

/** Passes on a picture that stands in an article of the brand. */
export async function passOnArticlePicture(
  event: H3Event,
  brandId: string,
  articleId: string,
  url: string,
): Promise<Buffer> {
  await requireInArticle(brandId, articleId, url)
  return passOnPicture(event, url)
}

/**
 * Passes on a picture of the web, which whoever calls has shown to be one that may be asked for: only
 * pictures by their content, only up to the limit.
 */
export async function passOnPicture(event: H3Event, url: string): Promise<Buffer> {
  const answer = await httpRequest(webAddress(url), {
    maxBytes: LIMITS.pictureBytes,
    headers: { accept: 'image/*' },
  })
  const type = answer.status === 200 ? pictureType(answer.body) : null
  if (!type) throw problem('notFound')
  setResponseHeader(event, 'content-type', type)
  setResponseHeader(event, 'cache-control', 'private, max-age=86400')
  setResponseHeader(event, 'content-security-policy', "default-src 'none'")
  return Buffer.from(answer.body)
}

/** Throws `notFound` where a picture does not stand in an article that the brand sees. */
export async function requireInArticle(brandId: string, articleId: string, url: string): Promise<void> {
  if (url === '' || !(await standsIn(brandId, articleId, url))) throw problem('notFound')
}

async function standsIn(brandId: string, articleId: string, url: string): Promise<boolean> {
  const article = await articleForBrand(await useDb(), brandId, articleId)
  if (!article) return false
  const inHtml = url.replace(/&/g, '&amp;')
  return (
    article.image === url ||
    [article.content_html, article.page_html, article.summary_html].some((html) => html?.includes(inHtml))
  )
}

/** A picture's type by its first bytes; SVG is none here, since it can carry script. */
function pictureType(bytes: Uint8Array): string | null {
  const head = Buffer.from(bytes.subarray(0, 16)).toString('latin1')
  if (head.startsWith('\x89PNG')) return 'image/png'
  if (head.startsWith('\xff\xd8\xff')) return 'image/jpeg'
  if (head.startsWith('GIF8')) return 'image/gif'
  if (head.startsWith('RIFF') && head.slice(8, 12) === 'WEBP') return 'image/webp'
  return head.slice(4, 12) === 'ftypavif' ? 'image/avif' : null
}
