import { undoSchema } from '../../../../shared/schemas'
import { route } from '../../../route'
import { undoChange } from '../../../services/undo'

export default route('work', undoSchema, ({ actor, body }) => undoChange(actor, body.historyId))
