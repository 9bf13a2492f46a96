import { doneSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { workOff } from '#server/clippings'

export default route('work', doneSchema, ({ actor, body, param }) => workOff(actor, param('id'), body.done))
