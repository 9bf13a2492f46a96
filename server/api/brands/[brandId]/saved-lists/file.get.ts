import { savedListRoutes } from '#shared/clippings/routes'
import { setResponseHeader } from 'h3'
import { clippingsFile, type ListFormat } from '#server/clippings'
import { route } from '#server/route'

const FORMATS: ListFormat[] = ['bookmarks', 'csv', 'json', 'opml']

export default route(savedListRoutes.save, null, async ({ actor, event, query }) => {
  const format = FORMATS.find((one) => one === query['format']) ?? 'bookmarks'
  const { name, type, text } = await clippingsFile(actor.brandId, format)
  setResponseHeader(event, 'content-type', `${type}; charset=utf-8`)
  setResponseHeader(
    event,
    'content-disposition',
    `attachment; filename="clippings"; filename*=UTF-8''${encodeURIComponent(name)}`,
  )
  return text
})
