import { peopleRoutes } from '#shared/people/routes'
import { PACE } from '#server/platform/http/pace'
import { whereFrom } from '#server/platform/http/whereFrom'
import { meSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { editMe } from '#server/people'

export default route(
  peopleRoutes.editMe,
  meSchema,
  ({ event, person, sessionId, body }) => editMe(person.id, sessionId, whereFrom(event), body),
  {
    pace: PACE.password,
  },
)
