import { severalSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { doWithSeveral } from '#server/sources'

/** Fetches, pauses, files or removes several sources as one change. */
export default route('work', severalSchema, ({ actor, body }) => doWithSeveral(actor, body))
