import { PACE } from '../../../../pace'
import { sourceSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { addSource } from '../../../../services/sources'

export default route('work', sourceSchema, ({ actor, body }) => addSource(actor, body), { pace: PACE.outside })
