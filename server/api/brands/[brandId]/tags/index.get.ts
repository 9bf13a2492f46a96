import { route } from '../../../../route'
import { tagUses } from '../../../../services/tags'

export default route('read', null, ({ actor }) => tagUses(actor.brandId))
