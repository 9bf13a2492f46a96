import { pillarSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { addPillar } from '#server/brands'

export default route('own', pillarSchema, ({ actor, body }) => addPillar(actor, body))
