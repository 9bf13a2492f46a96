import { pillarSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editPillar } from '../../../../services/brands'

export default route('own', pillarSchema, ({ actor, body, param }) => editPillar(actor, param('id'), body))
