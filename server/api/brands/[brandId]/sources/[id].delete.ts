import { route } from '#server/route'
import { removeSource } from '#server/sources'

export default route('work', null, ({ actor, param }) => removeSource(actor, param('id')))
