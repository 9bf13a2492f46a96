import { route } from '../../../../route'
import { removePillar } from '../../../../services/brands'

export default route('own', null, ({ actor, param }) => removePillar(actor, param('id')))
