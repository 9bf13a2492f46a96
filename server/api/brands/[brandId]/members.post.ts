import { memberSchema } from '../../../../shared/schemas'
import { route } from '../../../route'
import { joinBrand } from '../../../services/demo'

/** Demo only, so far: gives a person a part in a brand. */
export default route('own', memberSchema, ({ actor, body }) => joinBrand(actor.brandId, body.personId, body.role), { isDemo: true })
