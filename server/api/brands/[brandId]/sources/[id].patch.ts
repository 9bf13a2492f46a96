import { sourceEditSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editSource } from '../../../../services/sources'

export default route('work', sourceEditSchema, ({ actor, body, param }) => editSource(actor, param('id'), body))
