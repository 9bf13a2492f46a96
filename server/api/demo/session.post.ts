import { platformRoutes } from '#shared/platform/routes'
import { demoSignInSchema } from '#shared/people/schemas'
import { signInAs, demoPerson } from '#server/people'
import { route } from '#server/route'
import { sendRedirect } from 'h3'

export default route(
  platformRoutes.demoSignIn,
  demoSignInSchema,
  async ({ event, body }) => {
    await signInAs(event, await demoPerson(body.personId), 'demo')
    await sendRedirect(event, '/wire', 303)
  },
  { isDemo: true },
)
