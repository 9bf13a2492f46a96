import { watchSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { editWatch } from '#server/watches'

export default route('work', watchSchema, ({ actor, body, param }) => editWatch(actor, param('id'), body))
