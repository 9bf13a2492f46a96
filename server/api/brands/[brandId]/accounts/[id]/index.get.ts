import { route } from '#server/route'
import { accountPage } from '#server/sending'

export default route('read', null, ({ actor, param }) => accountPage(actor, param('id')))
