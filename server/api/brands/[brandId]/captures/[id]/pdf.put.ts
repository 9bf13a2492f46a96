import { captureRoutes } from '#shared/capture/routes'
import { LIMITS } from '#shared/platform/limits'
import { takePdf } from '#server/capture'
import { FORM_BYTES, readFile } from '#server/platform/http/body'
import { PACE } from '#server/platform/http/pace'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'

export default route(
  captureRoutes.takePdf,
  null,
  async ({ actor, event, param, query }) => {
    const bytes = await readFile(event, 'file', LIMITS.pdfBytes + FORM_BYTES)
    if (!bytes) throw problem('nothingToCapture')
    return takePdf(actor, param('id'), { name: query['name'] ?? '', bytes })
  },
  { bodyBytes: LIMITS.pdfBytes + FORM_BYTES, pace: PACE.parse },
)
