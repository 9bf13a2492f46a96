import { route } from '../../../../../route'
import { takeFolders } from '../../../../../services/imports'

/** Puts the sources known before into the file's folders too. */
export default route('work', null, ({ actor, param }) => takeFolders(actor, param('id')))
