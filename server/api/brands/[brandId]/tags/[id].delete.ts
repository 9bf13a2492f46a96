import { articleRoutes } from '#shared/articles/routes'
import { route } from '#server/route'
import { removeTag } from '#server/articles'

export default route(articleRoutes.removeTag, null, ({ actor, param }) => removeTag(actor, param('id')))
