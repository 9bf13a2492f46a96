import { articleRoutes } from '#shared/articles/routes'
import { tagSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { renameTag } from '#server/articles'

export default route(articleRoutes.editTag, tagSchema, ({ actor, body, param }) =>
  renameTag(actor, param('id'), body),
)
