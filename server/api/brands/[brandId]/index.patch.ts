import { brandSchema } from '../../../../shared/schemas'
import { route } from '../../../route'
import { editBrand } from '../../../services/brands'

export default route('own', brandSchema, ({ actor, body }) => editBrand(actor, body))
