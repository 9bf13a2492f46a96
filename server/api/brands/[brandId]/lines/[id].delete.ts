import { route } from '../../../../route'
import { takeOut } from '../../../../services/lineUp'

export default route('work', null, ({ actor, param }) => takeOut(actor, param('id')))
