import { severalSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { doWithSeveral } from '../../../../services/severalSources'

/** Fetches, pauses, files or removes several sources as one change. */
export default route('work', severalSchema, ({ actor, body }) => doWithSeveral(actor, body))
