import { tagMergeSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { mergeTags } from '#server/articles'

/** Makes one tag of two: this one goes into another. */
export default route('work', tagMergeSchema, ({ actor, body, param }) =>
  mergeTags(actor, param('id'), body.into),
)
