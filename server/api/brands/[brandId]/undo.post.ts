import { peopleRoutes } from '#shared/people/routes'
import { undoSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { undoChange } from '#server/work/undo'

export default route(peopleRoutes.undo, undoSchema, ({ actor, body }) => undoChange(actor, body.historyId))
