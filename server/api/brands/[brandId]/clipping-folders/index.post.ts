import { clippingRoutes } from '#shared/clippings/routes'
import { clippingFolderSchema } from '#shared/clippings/schemas'
import { addFolder } from '#server/clippings'
import { route } from '#server/route'

export default route(clippingRoutes.addFolder, clippingFolderSchema, ({ actor, body }) =>
  addFolder(actor, body.name),
)
