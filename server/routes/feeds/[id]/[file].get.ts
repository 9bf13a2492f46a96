import { createHash } from 'node:crypto'
import { defineEventHandler, getHeader, getRouterParam, setResponseHeaders, setResponseStatus } from 'h3'
import { answerProblem } from '#server/route'
import { secretFeed } from '#server/reading'

const TYPES = { rss: 'application/rss+xml', atom: 'application/atom+xml', json: 'application/feed+json' }

/**
 * A folder or a watch as a feed, at `/feeds/FOLDER/KEY.rss`, `.atom` or `.json`. Whoever has the address may
 * read it.
 */
export default defineEventHandler(async (event) => {
  try {
    const [, key = '', kind = ''] =
      /^([0-9a-f]+)\.(rss|atom|json)$/.exec(getRouterParam(event, 'file') ?? '') ?? []
    const body = await secretFeed(event, getRouterParam(event, 'id') ?? '', key, kind as keyof typeof TYPES)
    const etag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 22)}"`
    setResponseHeaders(event, { 'cache-control': 'private, max-age=300', 'x-robots-tag': 'noindex', etag })
    if (getHeader(event, 'if-none-match') === etag) {
      setResponseStatus(event, 304)
      return null
    }
    setResponseHeaders(event, {
      'content-type': `${TYPES[kind as keyof typeof TYPES]}; charset=utf-8`,
      'x-content-type-options': 'nosniff',
    })
    return body
  } catch (error) {
    return answerProblem(event, error)
  }
})
