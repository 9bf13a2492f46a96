import { peopleRoutes } from '#shared/people/routes'
import { whereFrom } from '#server/platform/http/whereFrom'
import { ownerSchema } from '#shared/people/schemas'
import { signInAs, makeOwner } from '#server/people'
import { route } from '#server/route'

export default route(peopleRoutes.makeOwner, ownerSchema, async ({ event, body }) => {
  const person = await makeOwner(body, whereFrom(event))
  await signInAs(event, person, 'first-start')
  return person
})
