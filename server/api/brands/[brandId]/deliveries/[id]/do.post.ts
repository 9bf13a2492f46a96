import { deedSchema } from '../../../../../../shared/deliverySchemas'
import { route } from '../../../../../route'
import { doWithDelivery } from '../../../../../services/deliveryDeeds'

export default route('work', deedSchema, ({ actor, param, body }) => doWithDelivery(actor, param('id'), body.deed))
