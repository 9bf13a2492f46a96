import { route } from '../../../../route'
import { article } from '../../../../services/articles'

export default route('read', null, ({ actor, param }) => article(actor.brandId, param('id')))
