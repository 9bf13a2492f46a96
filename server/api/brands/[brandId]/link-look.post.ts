import { PACE } from '../../../pace'
import { linkLookSchema } from '../../../../shared/schemas'
import { route } from '../../../../server/route'
import { lookAtLink } from '../../../../server/services/linkLooks'

export default route('work', linkLookSchema, ({ body }) => lookAtLink(body.url), { pace: PACE.outside })
