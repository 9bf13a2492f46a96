import { peopleRoutes } from '#shared/people/routes'
import { answerForm } from '#server/platform/http/plainForm'
import { whereFrom } from '#server/platform/http/whereFrom'
import { resetSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { setPassword } from '#server/people'

export default route(peopleRoutes.setPassword, resetSchema, ({ event, body }) =>
  answerForm(event, `/new-password/${encodeURIComponent(body.token)}`, async () => {
    await setPassword(body.token, body.password, whereFrom(event))
    return { answer: null, next: '/sign-in?step=changed' }
  }),
)
