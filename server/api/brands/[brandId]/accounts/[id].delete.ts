import { route } from '../../../../route'
import { removeAccount } from '../../../../services/accounts'

export default route('own', null, ({ actor, param }) => removeAccount(actor, param('id')))
