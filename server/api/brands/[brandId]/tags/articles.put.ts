import { tagArticlesSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { tagArticles } from '#server/articles'

/** Puts tags on articles and takes others off. */
export default route('work', tagArticlesSchema, ({ actor, body }) => tagArticles(actor, body))
