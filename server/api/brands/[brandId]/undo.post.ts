import { undoSchema } from '../../../../shared/schemas'
import { route } from '../../../route'
import { undoChange } from '../../../services/undo'

/** Whoever may read may undo: a change is undone by the one who made it alone, and a client makes few. */
export default route('read', undoSchema, ({ actor, body }) => undoChange(actor, body.historyId))
