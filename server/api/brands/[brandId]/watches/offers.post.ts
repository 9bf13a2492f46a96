import { PACE } from '#server/platform/http/pace'
import { watchOffersSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { offerWords } from '#server/reading'

/** Words worth adding to a query that is being written. Changes nothing. */
export default route('work', watchOffersSchema, ({ actor, body }) => offerWords(actor.brandId, body.query), {
  pace: PACE.look,
})
