import { batchRoutes } from '#shared/batches/routes'
import { setResponseHeader } from 'h3'
import { sampleFile } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.sample, null, async ({ actor, event }) => {
  const text = await sampleFile(actor.brandId)
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="sample.csv"')
  return text
})
