import { peopleRoutes } from '#shared/people/routes'
import { whereFrom } from '#server/platform/http/whereFrom'
import { getHeader, sendRedirect } from 'h3'
import { signInSchema } from '#shared/people/schemas'
import { signInAs, signIn } from '#server/people'
import { ProblemError } from '#server/platform/http/problem'
import { route } from '#server/route'

export default route(peopleRoutes.signIn, signInSchema, async ({ event, body }) => {
  const isForm = getHeader(event, 'content-type')?.includes('application/x-www-form-urlencoded') ?? false
  try {
    const person = await signIn(body.email, body.password, whereFrom(event))
    await signInAs(event, person)
    return isForm ? sendRedirect(event, '/wire', 303) : person
  } catch (error) {
    if (!isForm || !(error instanceof ProblemError)) throw error
    return sendRedirect(event, `/sign-in?refused=${error.code}`, 303)
  }
})
