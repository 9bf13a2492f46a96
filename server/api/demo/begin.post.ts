import { platformRoutes } from '#shared/platform/routes'
import { beginSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { beginDemo } from '#server/work/demo'

export default route(platformRoutes.beginDemo, beginSchema, ({ body }) => beginDemo(body), { isDemo: true })
