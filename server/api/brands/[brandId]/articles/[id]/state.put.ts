import { readingRoutes } from '#shared/reading/routes'
import { stateSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { setState } from '#server/reading'

export default route(readingRoutes.setState, stateSchema, ({ actor, body, param }) =>
  setState(actor, param('id'), body.state),
)
