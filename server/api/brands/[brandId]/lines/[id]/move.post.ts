import type { MoveTo } from '#core/schedule'
import { moveSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { moveLine } from '#server/schedule'

export default route('work', moveSchema, ({ actor, param, body }) =>
  // The schema asks for the time or the other post where the kind needs it.
  moveLine(actor, param('id'), { ...body, to: body.to as MoveTo }),
)
