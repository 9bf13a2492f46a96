import { tokenRoutes } from '#shared/tokens/routes'
import { route } from '#server/route'
import { pairedBrowsers } from '#server/tokens'

export default route(tokenRoutes.browsers, null, ({ actor }) => pairedBrowsers(actor))
