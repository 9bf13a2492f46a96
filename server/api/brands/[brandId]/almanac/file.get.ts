import { setResponseHeader } from 'h3'
import { almanacRoutes } from '#shared/almanac/routes'
import { writtenAlmanac } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.written, null, async ({ actor, event }) => {
  const { name, text } = await writtenAlmanac(actor.brandId)
  setResponseHeader(event, 'content-type', 'text/calendar; charset=utf-8')
  setResponseHeader(
    event,
    'content-disposition',
    `attachment; filename="almanac.ics"; filename*=UTF-8''${encodeURIComponent(`${name}.ics`)}`,
  )
  return text
})
