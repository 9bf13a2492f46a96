import { articleRoutes } from '#shared/articles/routes'
import { tagMergeSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { mergeTags } from '#server/articles'

export default route(articleRoutes.mergeTags, tagMergeSchema, ({ actor, body, param }) =>
  mergeTags(actor, param('id'), body.into),
)
