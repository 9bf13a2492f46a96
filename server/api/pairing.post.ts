import { tokenRoutes } from '#shared/tokens/routes'
import { pairSchema } from '#shared/tokens/schemas'
import { whereFrom } from '#server/platform/http/whereFrom'
import { route } from '#server/route'
import { pair } from '#server/tokens'

export default route(tokenRoutes.pair, pairSchema, ({ event, body }) => pair(body, whereFrom(event)), {
  fromExtensions: true,
})
