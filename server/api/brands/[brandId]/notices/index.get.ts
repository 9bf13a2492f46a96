import { noticeRoutes } from '#shared/notices/routes'
import { route } from '#server/route'
import { noticesOfBrand } from '#server/notices'

export default route(noticeRoutes.notices, null, ({ actor }) => noticesOfBrand(actor))
