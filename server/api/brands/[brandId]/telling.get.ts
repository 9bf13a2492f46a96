import { noticeRoutes } from '#shared/notices/routes'
import { route } from '#server/route'
import { notificationChannelsOf } from '#server/notices'

export default route(noticeRoutes.telling, null, ({ actor }) => notificationChannelsOf(actor))
