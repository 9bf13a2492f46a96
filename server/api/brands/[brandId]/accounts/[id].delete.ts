import { route } from '#server/route'
import { removeAccount } from '#server/networks'

export default route('own', null, ({ actor, param }) => removeAccount(actor, param('id')))
