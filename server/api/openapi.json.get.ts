import { platformRoutes } from '#shared/platform/routes'
import { openApiDocument } from '#server/interface'
import { route } from '#server/route'

let document: object | null = null

export default route(platformRoutes.openApi, null, () => Promise.resolve((document ??= openApiDocument())))
