import { articleRoutes } from '#shared/articles/routes'
import { tagArticlesSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { tagArticles } from '#server/articles'

export default route(articleRoutes.tagArticles, tagArticlesSchema, ({ actor, body }) =>
  tagArticles(actor, body),
)
