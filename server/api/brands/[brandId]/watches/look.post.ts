import { PACE } from '#server/platform/http/pace'
import { watchLookSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { lookAhead } from '#server/reading'

/** What a query that is being written would mark of the last days. Changes nothing. */
export default route('work', watchLookSchema, ({ actor, body }) => lookAhead(actor.brandId, body), { pace: PACE.look })
