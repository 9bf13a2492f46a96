import { sourceRoutes } from '#shared/sources/routes'
import { setResponseHeader } from 'h3'
import { route } from '#server/route'
import { exportOpml } from '#server/sources'

export default route(sourceRoutes.exportOpml, null, async ({ actor, event }) => {
  const { name, opml } = await exportOpml(actor.brandId)
  setResponseHeader(event, 'content-type', 'text/x-opml; charset=utf-8')
  setResponseHeader(
    event,
    'content-disposition',
    `attachment; filename="sources.opml"; filename*=UTF-8''${encodeURIComponent(`${name}.opml`)}`,
  )
  return opml
})
