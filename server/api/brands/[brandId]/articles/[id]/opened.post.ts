import { readingRoutes } from '#shared/reading/routes'
import { openedSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { markOpened } from '#server/reading'

export default route(readingRoutes.markOpened, openedSchema, ({ actor, body, param }) =>
  markOpened(actor, param('id'), body.original),
)
