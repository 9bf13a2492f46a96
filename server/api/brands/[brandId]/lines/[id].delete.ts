import { route } from '#server/route'
import { takeOut } from '#server/schedule'

export default route('work', null, ({ actor, param }) => takeOut(actor, param('id')))
