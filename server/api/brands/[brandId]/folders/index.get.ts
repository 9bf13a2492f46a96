import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { foldersOfBrand } from '#server/sources'

export default route(sourceRoutes.folders, null, ({ actor }) => foldersOfBrand(actor))
