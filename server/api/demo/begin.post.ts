import { beginSchema } from '../../../shared/schemas'
import { route } from '../../route'
import { beginDemo } from '../../services/demo'

/** Demo only, before there is any data: sets the clock and makes the demo's people. */
export default route('public', beginSchema, ({ body }) => beginDemo(body), { isDemo: true })
