import { peopleRoutes } from '#shared/people/routes'
import { PACE } from '#server/platform/http/pace'
import { whereFrom } from '#server/platform/http/whereFrom'
import { guardedSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { newRecoveryCodes } from '#server/people'

export default route(
  peopleRoutes.newRecoveryCodes,
  guardedSchema,
  ({ event, person, body }) => newRecoveryCodes(person.id, body.password, whereFrom(event)),
  { pace: PACE.password },
)
