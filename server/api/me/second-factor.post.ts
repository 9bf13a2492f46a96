import { peopleRoutes } from '#shared/people/routes'
import { PACE } from '#server/platform/http/pace'
import { whereFrom } from '#server/platform/http/whereFrom'
import { guardedSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { beginFactor } from '#server/people'

export default route(
  peopleRoutes.beginFactor,
  guardedSchema,
  ({ event, person, body }) => beginFactor(person.id, body.password, whereFrom(event)),
  { pace: PACE.password },
)
