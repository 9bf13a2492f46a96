import { watchSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { addWatch } from '#server/watches'

export default route('work', watchSchema, ({ actor, body }) => addWatch(actor, body))
