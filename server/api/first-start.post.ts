import { whereFrom } from '#server/platform/http/whereFrom'
import { ownerSchema } from '#shared/people/schemas'
import { signInAs, makeOwner } from '#server/people'
import { route } from '#server/route'

/** Makes the owner of a new installation and signs them in. */
export default route('public', ownerSchema, async ({ event, body }) => {
  const person = await makeOwner(body, whereFrom(event))
  await signInAs(event, person)
  return person
})
