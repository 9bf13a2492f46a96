import { archiveRoutes } from '#shared/archives/routes'
import { sendArchive } from '#server/archives'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  archiveRoutes.archive,
  null,
  async ({ actor, event }) => {
    await sendArchive(actor, event)
    return null
  },
  { pace: PACE.archive },
)
