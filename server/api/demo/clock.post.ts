import { platformRoutes } from '#shared/platform/routes'
import { clockSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { playForward } from '#server/work/clockwork'

export default route(platformRoutes.playForward, clockSchema, ({ body }) => playForward(body.hours), {
  isDemo: true,
})
