import { route } from '#server/route'
import { takeBack } from '#server/sources'

/** Removes what it brought; this can be undone. */
export default route('work', null, ({ actor, param }) => takeBack(actor, param('id')))
