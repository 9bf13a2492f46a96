import { PACE } from '../../../../../pace'
import { route } from '../../../../../route'
import { fetchNow } from '../../../../../services/sources'

export default route('work', null, ({ actor, param }) => fetchNow(actor.brandId, param('id')), { pace: PACE.outside })
