import { PACE } from '../../../../pace'
import { checkAccountSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { checkAccount } from '../../../../services/accounts'

/** Asks an address live what it is, keeping nothing. */
export default route('own', checkAccountSchema, ({ body }) => checkAccount(body.address, body.token), { pace: PACE.outside })
