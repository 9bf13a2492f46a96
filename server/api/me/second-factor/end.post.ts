import { peopleRoutes } from '#shared/people/routes'
import { PACE } from '#server/platform/http/pace'
import { whereFrom } from '#server/platform/http/whereFrom'
import { factorOffSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { endFactor } from '#server/people'

export default route(
  peopleRoutes.endFactor,
  factorOffSchema,
  ({ event, person, body }) => endFactor(person.id, body, whereFrom(event)),
  { pace: PACE.password },
)
