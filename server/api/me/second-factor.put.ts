import { peopleRoutes } from '#shared/people/routes'
import { PACE } from '#server/platform/http/pace'
import { codeSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { confirmFactor } from '#server/people'

export default route(
  peopleRoutes.confirmFactor,
  codeSchema,
  ({ person, body }) => confirmFactor(person.id, body.code),
  { pace: PACE.code },
)
