import { clockSchema } from '../../../shared/schemas'
import { route } from '../../route'
import { playForward } from '../../services/clockwork'

/** Demo only: plays time forward. */
export default route('person', clockSchema, ({ body }) => playForward(body.hours), { isDemo: true })
