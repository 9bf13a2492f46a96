import { sourceRoutes } from '#shared/sources/routes'
import { mailSourceSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { addMailingList } from '#server/sources'

export default route(sourceRoutes.addMailingList, mailSourceSchema, ({ actor, body }) =>
  addMailingList(actor, body),
)
