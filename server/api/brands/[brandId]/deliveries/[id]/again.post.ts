import { route } from '../../../../../route'
import { lineUpAgain } from '../../../../../services/lineUp'

export default route('work', null, ({ actor, param }) => lineUpAgain(actor, param('id')))
