import { batchRoutes } from '#shared/batches/routes'
import { batchPicturesSchema } from '#shared/batches/schemas'
import { addBatchPictures } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.addPictures, batchPicturesSchema, ({ actor, param, body }) =>
  addBatchPictures(actor.brandId, param('id'), body.pictures),
)
