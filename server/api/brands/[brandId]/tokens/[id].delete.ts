import { tokenRoutes } from '#shared/tokens/routes'
import { route } from '#server/route'
import { endToken } from '#server/tokens'

export default route(tokenRoutes.end, null, ({ actor, param }) => endToken(actor, param('id')))
