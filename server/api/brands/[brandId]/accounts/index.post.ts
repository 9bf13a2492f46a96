import { PACE } from '../../../../pace'
import { accountSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { addAccount } from '../../../../services/accounts'

export default route('own', accountSchema, ({ actor, body }) => addAccount(actor, body), { pace: PACE.outside })
