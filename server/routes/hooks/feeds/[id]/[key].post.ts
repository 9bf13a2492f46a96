import { at } from '#shared/platform/route'
import { getHeader, getRouterParam, setResponseStatus } from 'h3'
import { LIMITS } from '#shared/platform/limits'
import { readBytes } from '#server/platform/http/body'
import { route } from '#server/route'
import { takeAnnouncement, feedBehind } from '#server/sources'

/** A hub announces a feed's new content. Whose key is not ours is not read at all. */
export default route(
  at('POST', 'public', '/hooks/feeds/:id/:key').answers<unknown>(),
  null,
  async ({ event }) => {
    const { feed } = await feedBehind(getRouterParam(event, 'id') ?? '', getRouterParam(event, 'key') ?? '')
    await takeAnnouncement(feed, {
      body: await readBytes(event, LIMITS.responseBytes),
      contentType: getHeader(event, 'content-type') ?? null,
      signature: getHeader(event, 'x-hub-signature') ?? null,
    })
    setResponseStatus(event, 202)
    return ''
  },
  { bodyBytes: LIMITS.responseBytes },
)
