import { noticeRoutes } from '#shared/notices/routes'
import { getRequestURL } from 'h3'
import { PACE } from '#server/platform/http/pace'
import { notificationChannelsSchema } from '#shared/notices/schemas'
import { route } from '#server/route'
import { setNotificationChannels } from '#server/notices'

export default route(
  noticeRoutes.setTelling,
  notificationChannelsSchema,
  ({ actor, body, event }) => setNotificationChannels(actor, body, getRequestURL(event).origin),
  {
    pace: PACE.mail,
  },
)
