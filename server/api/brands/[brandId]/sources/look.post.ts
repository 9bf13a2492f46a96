import { PACE } from '#server/platform/http/pace'
import { lookSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { look } from '#server/sources'

/** Finds the feed of an address and shows its newest titles, keeping nothing. */
export default route('work', lookSchema, ({ actor, body }) => look(actor.brandId, body), {
  pace: PACE.outside,
})
