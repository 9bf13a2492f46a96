import { writingSchema } from '../../../../shared/schemas'
import { route } from '../../../../server/route'
import { saveWriting } from '../../../../server/services/writing'

export default route('work', writingSchema, ({ actor, body }) => saveWriting(actor, body))
