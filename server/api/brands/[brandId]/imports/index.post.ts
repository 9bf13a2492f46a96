import { LIMITS } from '../../../../../shared/limits'
import { PACE } from '../../../../pace'
import { importSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { startImport } from '../../../../services/imports'

export default route('work', importSchema, ({ actor, body }) => startImport(actor, body.opml), {
  bodyBytes: LIMITS.opmlBytes,
  pace: PACE.parse,
})
