import { captureRoutes } from '#shared/capture/routes'
import { pictureOfCapture } from '#server/capture'
import { route } from '#server/route'

export default route(captureRoutes.picture, null, ({ event, actor, param, query }) =>
  pictureOfCapture(event, actor, param('id'), query['url'] ?? ''),
)
