import { tokenRoutes } from '#shared/tokens/routes'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { newPairing } from '#server/tokens'

export default route(tokenRoutes.newCode, null, ({ actor }) => newPairing(actor), { pace: PACE.code })
