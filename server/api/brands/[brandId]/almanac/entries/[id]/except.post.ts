import { almanacRoutes } from '#shared/almanac/routes'
import { exceptSchema } from '#shared/almanac/schemas'
import { exceptDay } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.except, exceptSchema, ({ actor, param, body }) =>
  exceptDay(actor, param('id'), body.date),
)
