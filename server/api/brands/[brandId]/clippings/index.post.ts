import { clippingRoutes } from '#shared/clippings/routes'
import { quoteSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { keepQuote } from '#server/clippings'

export default route(clippingRoutes.addQuote, quoteSchema, ({ actor, body }) => keepQuote(actor, body))
