import { PACE } from '#server/platform/http/pace'
import { watchPreviewSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { previewWatch } from '#server/reading'

/** What a query that is being written would mark of the last days. Changes nothing. */
export default route('work', watchPreviewSchema, ({ actor, body }) => previewWatch(actor.brandId, body), {
  pace: PACE.look,
})
