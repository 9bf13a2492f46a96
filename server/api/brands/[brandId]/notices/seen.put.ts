import { noticeRoutes } from '#shared/notices/routes'
import { route } from '#server/route'
import { seeNotices } from '#server/notices'

export default route(noticeRoutes.markSeen, null, ({ actor }) => seeNotices(actor))
