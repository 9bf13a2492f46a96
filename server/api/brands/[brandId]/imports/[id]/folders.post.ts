import { route } from '#server/route'
import { takeFolders } from '#server/sources'

/** Puts the sources known before into the file's folders too. */
export default route('work', null, ({ actor, param }) => takeFolders(actor, param('id')))
