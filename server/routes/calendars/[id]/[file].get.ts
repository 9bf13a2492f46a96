import { createHash } from 'node:crypto'
import { defineEventHandler, getHeader, getRouterParam, setResponseHeaders, setResponseStatus } from 'h3'
import { UUID } from '#shared/platform/schemaParts'
import { calendarFile } from '#server/calendars'
import { problem } from '#server/platform/http/problem'
import { answerProblem } from '#server/route'

/** A calendar at its secret address, `/calendars/ID/KEY.ics`. Whoever has the address may read it. */
export default defineEventHandler(async (event) => {
  try {
    const id = getRouterParam(event, 'id') ?? ''
    const [, key = ''] = /^([0-9a-f]{24})\.ics$/.exec(getRouterParam(event, 'file') ?? '') ?? []
    if (!UUID.test(id) || key === '') throw problem('notFound')
    const body = await calendarFile(id, key)
    const etag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 22)}"`
    setResponseHeaders(event, {
      'cache-control': 'private, max-age=300',
      'x-robots-tag': 'noindex',
      'referrer-policy': 'no-referrer',
      etag,
    })
    if (getHeader(event, 'if-none-match') === etag) {
      setResponseStatus(event, 304)
      return null
    }
    setResponseHeaders(event, {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="posts.ics"',
      'x-content-type-options': 'nosniff',
    })
    return body
  } catch (error) {
    return answerProblem(event, error)
  }
})
