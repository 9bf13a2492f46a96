import { route } from '../../../../route'
import { noticesOfBrand } from '../../../../services/notices'

export default route('read', null, ({ actor }) => noticesOfBrand(actor))
