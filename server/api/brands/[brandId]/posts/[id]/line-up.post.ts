import { lineUpSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { lineUpPost } from '#server/schedule'

export default route('work', lineUpSchema, ({ actor, param, body }) => lineUpPost(actor, param('id'), body))
