import { PACE } from '../../../../pace'
import { accountEditSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editAccount } from '../../../../services/accounts'

export default route('own', accountEditSchema, ({ actor, body, param }) => editAccount(actor, param('id'), body), { pace: PACE.outside })
