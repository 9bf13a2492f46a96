import { readingRoutes } from '#shared/reading/routes'
import { statesSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { setStates } from '#server/reading'

export default route(readingRoutes.setStates, statesSchema, ({ actor, body }) =>
  setStates(actor, body.ids, body.state),
)
