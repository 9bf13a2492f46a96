import { signInSchema } from '../../shared/schemas'
import { signInAs } from '../auth'
import { route } from '../route'
import { signIn } from '../services/people'

/** Signs in. */
export default route('public', signInSchema, async ({ event, body }) => {
  const person = await signIn(body.email, body.password)
  await signInAs(event, person)
  return person
})
