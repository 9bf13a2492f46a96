import { route } from '../../../../route'
import { latestImport } from '../../../../services/imports'

export default route('read', null, ({ actor }) => latestImport(actor.brandId))
