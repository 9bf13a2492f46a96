import { pillarSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { addPillar } from '../../../../services/brands'

export default route('own', pillarSchema, ({ actor, body }) => addPillar(actor, body))
