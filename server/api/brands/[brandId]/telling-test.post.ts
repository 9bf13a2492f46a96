import { noticeRoutes } from '#shared/notices/routes'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { testNotificationChannels } from '#server/notices'

export default route(noticeRoutes.testTelling, null, ({ actor }) => testNotificationChannels(actor), {
  pace: PACE.tell,
})
