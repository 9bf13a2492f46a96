import { letterRoutes } from '#shared/letters/routes'
import { renewLetterBox } from '#server/letters'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(letterRoutes.renew, null, ({ actor }) => renewLetterBox(actor), { pace: PACE.code })
