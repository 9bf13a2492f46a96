import { route } from '../../../../../route'
import { deliveryView } from '../../../../../services/deliveryDeeds'

export default route('read', null, ({ actor, param }) => deliveryView(actor, param('id')))
