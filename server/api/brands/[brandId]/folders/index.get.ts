import { route } from '#server/route'
import { foldersOfBrand } from '#server/sources'

export default route('read', null, ({ actor }) => foldersOfBrand(actor))
