import { peopleRoutes } from '#shared/people/routes'
import { signOut } from '#server/people'
import { route } from '#server/route'

export default route(peopleRoutes.signOut, null, ({ event }) => signOut(event))
