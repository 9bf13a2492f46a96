import { route } from '#server/route'
import { article } from '#server/reading'

export default route('read', null, ({ actor, param }) => article(actor, param('id')))
