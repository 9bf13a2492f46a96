import { tokenRoutes } from '#shared/tokens/routes'
import { route } from '#server/route'
import { ownToken } from '#server/tokens'

export default route(tokenRoutes.own, null, ({ tokenId }) => ownToken(tokenId))
