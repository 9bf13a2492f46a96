import { captureRoutes } from '#shared/capture/routes'
import { lookAtCapture } from '#server/capture'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(captureRoutes.look, null, ({ actor, param }) => lookAtCapture(actor, param('id')), {
  pace: PACE.outside,
})
