import { captureRoutes } from '#shared/capture/routes'
import { captureSchema } from '#shared/capture/schemas'
import { LIMITS } from '#shared/platform/limits'
import { takeCapture, takeLateCapture } from '#server/capture'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  captureRoutes.take,
  captureSchema,
  ({ person, holder, param, body }) =>
    // Only an extension keeps things that can't be delivered; what it holds says for which brand.
    holder && body.late
      ? takeLateCapture(holder, param('id'), body)
      : takeCapture(person.id, param('id'), body),
  { bodyBytes: LIMITS.captureBytes, pace: PACE.capture, scope: 'capture' },
)
