import { route } from '../../../../route'
import { article } from '../../../../services/sheet'

export default route('read', null, ({ actor, param }) => article(actor, param('id')))
