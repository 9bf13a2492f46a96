import { whereFrom } from '../whereFrom'
import { ownerSchema } from '../../shared/schemas'
import { signInAs } from '../auth'
import { route } from '../route'
import { makeOwner } from '../services/people'

/** Makes the owner of a new installation and signs them in. */
export default route('public', ownerSchema, async ({ event, body }) => {
  const person = await makeOwner(body, whereFrom(event))
  await signInAs(event, person)
  return person
})
