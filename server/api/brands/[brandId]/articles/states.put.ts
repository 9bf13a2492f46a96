import { statesSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { setStates } from '#server/reading'

/** Several articles at once. */
export default route('work', statesSchema, ({ actor, body }) => setStates(actor, body.ids, body.state))
