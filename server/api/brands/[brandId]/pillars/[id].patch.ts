import { pillarSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { editPillar } from '#server/brands'

export default route('own', pillarSchema, ({ actor, body, param }) => editPillar(actor, param('id'), body))
