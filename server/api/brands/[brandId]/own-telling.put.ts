import { getRequestURL } from 'h3'
import { noticeRoutes } from '#shared/notices/routes'
import { ownTellingSchema } from '#shared/notices/schemas'
import { setOwnTelling } from '#server/notices'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  noticeRoutes.setOwnTelling,
  ownTellingSchema,
  ({ actor, body, event }) => setOwnTelling(actor, body, getRequestURL(event).origin),
  { pace: PACE.mail },
)
