import { route } from '#server/route'
import { noticesOfBrand } from '#server/notices'

export default route('read', null, ({ actor }) => noticesOfBrand(actor))
