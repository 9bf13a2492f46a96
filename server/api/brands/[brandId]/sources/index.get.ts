import { route } from '#server/route'
import { sourcesOfBrand } from '#server/sources'

export default route('read', null, ({ actor }) => sourcesOfBrand(actor.brandId, actor.role))
