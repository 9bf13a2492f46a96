import { demoSignInSchema } from '../../../shared/schemas'
import { signInAs } from '../../auth'
import { route } from '../../route'
import { demoPerson } from '../../services/people'
import { sendRedirect } from 'h3'

/** Demo only: signs in one of the demo's people with one click, also without script. */
export default route(
  'public',
  demoSignInSchema,
  async ({ event, body }) => {
    await signInAs(event, await demoPerson(body.personId))
    await sendRedirect(event, '/wire', 303)
  },
  { isDemo: true },
)
