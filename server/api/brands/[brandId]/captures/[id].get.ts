import { captureRoutes } from '#shared/capture/routes'
import { captureOf } from '#server/capture'
import { route } from '#server/route'

export default route(captureRoutes.capture, null, ({ actor, param }) => captureOf(actor, param('id')))
