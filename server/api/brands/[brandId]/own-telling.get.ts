import { noticeRoutes } from '#shared/notices/routes'
import { ownTellingOf } from '#server/notices'
import { route } from '#server/route'

export default route(noticeRoutes.ownTelling, null, ({ actor }) => ownTellingOf(actor))
