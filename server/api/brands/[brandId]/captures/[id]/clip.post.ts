import { captureRoutes } from '#shared/capture/routes'
import { clipSchema } from '#shared/capture/schemas'
import { clipCapture } from '#server/capture'
import { route } from '#server/route'

export default route(captureRoutes.clip, clipSchema, ({ actor, param, body }) =>
  clipCapture(actor, param('id'), body),
)
