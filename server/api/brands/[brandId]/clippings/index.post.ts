import { quoteSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { keepQuote } from '#server/clippings'

/** Keeps a quote from an article. */
export default route('work', quoteSchema, ({ actor, body }) => keepQuote(actor, body))
