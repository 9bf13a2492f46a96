import { route } from '#server/route'
import { removePillar } from '#server/brands'

export default route('own', null, ({ actor, param }) => removePillar(actor, param('id')))
