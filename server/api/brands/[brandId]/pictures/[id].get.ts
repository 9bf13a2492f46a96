import { postRoutes } from '#shared/posts/routes'
import { setResponseHeader } from 'h3'
import { route } from '#server/route'
import { pictureContent } from '#server/posts'

const WIDTHS = new Set([160, 320, 640, 1280])

export default route(postRoutes.picture, null, async ({ actor, param, query, event }) => {
  const width = Number(query['width'])
  const { content, type } = await pictureContent(actor.brandId, param('id'), WIDTHS.has(width) ? width : null)
  setResponseHeader(event, 'content-type', type as 'image/jpeg')
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  setResponseHeader(event, 'content-security-policy', "default-src 'none'")
  return content
})
