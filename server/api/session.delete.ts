import { signOut } from '../auth'
import { route } from '../route'

/** Signs out: the session row is ended, the cookie emptied. */
export default route('public', null, ({ event }) => signOut(event))
