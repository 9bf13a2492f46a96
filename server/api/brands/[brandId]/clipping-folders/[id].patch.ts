import { clippingRoutes } from '#shared/clippings/routes'
import { clippingFolderEditSchema } from '#shared/clippings/schemas'
import { renameFolder } from '#server/clippings'
import { route } from '#server/route'

export default route(clippingRoutes.renameFolder, clippingFolderEditSchema, ({ actor, body, param }) =>
  renameFolder(actor, param('id'), body),
)
