import { captureRoutes } from '#shared/capture/routes'
import { captureSchema } from '#shared/capture/schemas'
import { LIMITS } from '#shared/platform/limits'
import { takeCapture } from '#server/capture'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  captureRoutes.take,
  captureSchema,
  ({ person, param, body }) => takeCapture(person.id, param('id'), body),
  { bodyBytes: LIMITS.captureBytes, pace: PACE.capture },
)
