import { route } from '../../../../../route'
import { accountPage } from '../../../../../services/accountPages'

export default route('read', null, ({ actor, param }) => accountPage(actor, param('id')))
