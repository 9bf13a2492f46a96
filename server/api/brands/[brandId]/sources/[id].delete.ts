import { route } from '../../../../route'
import { removeSource } from '../../../../services/sources'

export default route('work', null, ({ actor, param }) => removeSource(actor, param('id')))
