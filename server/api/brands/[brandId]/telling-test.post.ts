import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { testTelling } from '#server/notices'

export default route('own', null, ({ actor }) => testTelling(actor), { pace: PACE.tell })
