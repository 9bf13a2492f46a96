import { route } from '../../../../route'
import { foldersOfBrand } from '../../../../services/folders'

export default route('read', null, ({ actor }) => foldersOfBrand(actor))
