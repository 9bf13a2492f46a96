import { bulkSourcesSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { bulkSources } from '#server/sources'

/** Fetches, pauses, files or removes several sources as one change. */
export default route('work', bulkSourcesSchema, ({ actor, body }) => bulkSources(actor, body))
