import { sourceRoutes } from '#shared/sources/routes'
import { folderSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { editFolder } from '#server/sources'

export default route(sourceRoutes.editFolder, folderSchema, ({ actor, body, param }) =>
  editFolder(actor, param('id'), body),
)
