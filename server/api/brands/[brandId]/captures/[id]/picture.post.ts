import { captureRoutes } from '#shared/capture/routes'
import { capturedPictureSchema } from '#shared/capture/schemas'
import { takePicture } from '#server/capture'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  captureRoutes.takePicture,
  capturedPictureSchema,
  ({ actor, param, body }) => takePicture(actor, param('id'), body.url),
  { pace: PACE.picture },
)
