import { batchRoutes } from '#shared/batches/routes'
import { setResponseHeader } from 'h3'
import { linedFile } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.written, null, async ({ actor, event }) => {
  const text = await linedFile(actor.brandId)
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="posts.csv"')
  return text
})
