import { holdSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { hold, holdOf } from '#server/schedule'

export default route('work', holdSchema, ({ actor, body }) => hold(actor, holdOf(body.of), body))
