import { signOut } from '#server/people'
import { route } from '#server/route'

/** Signs out: the session row is ended, the cookie emptied. */
export default route('public', null, ({ event }) => signOut(event))
