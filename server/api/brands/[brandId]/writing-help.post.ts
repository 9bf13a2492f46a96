import { PACE } from '../../../pace'
import { writingHelpSchema } from '../../../../shared/schemas'
import { route } from '../../../../server/route'
import { writingHelp } from '../../../../server/services/writingHelp'

export default route('work', writingHelpSchema, ({ actor, body }) => writingHelp(actor, body), { pace: PACE.look })
