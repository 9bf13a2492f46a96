import { undoSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { undoChange } from '#server/work/undo'

/** Whoever may read may undo: a change is undone by the one who made it alone, and a client makes few. */
export default route('read', undoSchema, ({ actor, body }) => undoChange(actor, body.historyId))
