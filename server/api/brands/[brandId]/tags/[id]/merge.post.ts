import { tagMergeSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../route'
import { mergeTags } from '../../../../../services/tags'

/** Makes one tag of two: this one goes into another. */
export default route('work', tagMergeSchema, ({ actor, body, param }) => mergeTags(actor, param('id'), body.into))
