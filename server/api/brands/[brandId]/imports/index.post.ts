import { importSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { startImport } from '../../../../services/imports'

export default route('work', importSchema, ({ actor, body }) => startImport(actor, body.opml), { bodyMb: 2.5 })
