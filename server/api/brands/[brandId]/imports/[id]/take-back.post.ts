import { route } from '../../../../../route'
import { takeBack } from '../../../../../services/imports'

/** Removes what it brought; this can be undone. */
export default route('work', null, ({ actor, param }) => takeBack(actor, param('id')))
