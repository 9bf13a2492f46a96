import { route } from '#server/route'
import { removeBrand } from '#server/brands'

export default route('own', null, ({ actor }) => removeBrand(actor))
