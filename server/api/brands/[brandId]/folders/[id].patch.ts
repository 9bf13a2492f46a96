import { folderSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editFolder } from '../../../../services/folders'

export default route('work', folderSchema, ({ actor, body, param }) => editFolder(actor, param('id'), body))
