import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { isOpenReset } from '#server/people'

export default route(peopleRoutes.reset, null, async ({ query }) => ({
  isOpen: await isOpenReset(query['token'] ?? ''),
}))
