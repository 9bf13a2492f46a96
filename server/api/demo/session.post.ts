import { demoSignInSchema } from '#shared/people/schemas'
import { signInAs, demoPerson } from '#server/people'
import { route } from '#server/route'
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
