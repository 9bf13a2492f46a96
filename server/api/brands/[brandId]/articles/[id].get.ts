import { readingRoutes } from '#shared/reading/routes'
import { route } from '#server/route'
import { article } from '#server/reading'

export default route(readingRoutes.article, null, ({ actor, param }) => article(actor, param('id')))
