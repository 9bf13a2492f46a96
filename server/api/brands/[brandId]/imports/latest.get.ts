import { route } from '#server/route'
import { latestImport } from '#server/sources'

export default route('read', null, ({ actor }) => latestImport(actor.brandId))
