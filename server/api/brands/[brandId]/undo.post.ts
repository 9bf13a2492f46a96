import { peopleRoutes } from '#shared/people/routes'
import { undoSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { undoChange } from '#server/platform/changes/history'

export default route(peopleRoutes.undo, undoSchema, ({ actor, body }) => undoChange(actor, body.historyId))
