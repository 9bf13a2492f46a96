import { alsoToSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { setAlsoToOf } from '#server/sending'

export default route('own', alsoToSchema, ({ actor, param, body }) =>
  setAlsoToOf(actor, param('id'), body.alsoTo),
)
