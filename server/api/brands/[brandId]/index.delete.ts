import { route } from '../../../route'
import { removeBrand } from '../../../services/brands'

export default route('own', null, ({ actor }) => removeBrand(actor))
