import { route } from '../../../../route'
import { sourcesOfBrand } from '../../../../services/sources'

export default route('read', null, ({ actor }) => sourcesOfBrand(actor.brandId, actor.role))
