import { archiveRoutes } from '#shared/archives/routes'
import { takeArchive } from '#server/archives'
import { PACE } from '#server/platform/http/pace'
import { LIMITS } from '#shared/platform/limits'
import { route } from '#server/route'

export default route(
  archiveRoutes.read,
  null,
  ({ person, event, query }) => takeArchive(person.id, event, query['name'] ?? ''),
  { bodyBytes: LIMITS.archiveBytes, pace: PACE.archive },
)
