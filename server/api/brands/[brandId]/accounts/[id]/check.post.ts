import { PACE } from '../../../../../pace'
import { route } from '../../../../../../server/route'
import { checkAgain } from '../../../../../../server/services/accounts'

export default route('own', null, ({ actor, param }) => checkAgain(actor, param('id')), { pace: PACE.outside })
