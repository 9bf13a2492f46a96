import { route } from '#server/route'
import { tagUses } from '#server/articles'

export default route('read', null, ({ actor }) => tagUses(actor.brandId))
