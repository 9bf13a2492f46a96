import { tokenRoutes } from '#shared/tokens/routes'
import { personalTokens } from '#server/tokens'
import { route } from '#server/route'

export default route(tokenRoutes.personal, null, ({ actor }) => personalTokens(actor))
