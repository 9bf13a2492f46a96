import { peopleRoutes } from '#shared/people/routes'
import { whereFrom } from '#server/platform/http/whereFrom'
import { answerForm } from '#server/platform/http/plainForm'
import type { SignInAnswer } from '#shared/people/types'
import { signInSchema } from '#shared/people/schemas'
import { keepFirstStep, signInAs, signIn } from '#server/people'
import { route } from '#server/route'

export default route(peopleRoutes.signIn, signInSchema, ({ event, body }) =>
  answerForm<SignInAnswer>(event, '/sign-in', async () => {
    const { person, wantsCode, mark } = await signIn(body.email, body.password, whereFrom(event))
    if (wantsCode) {
      await keepFirstStep(event, person.id, mark)
      return { answer: { next: 'code' }, next: '/sign-in?step=code' }
    }
    await signInAs(event, person, 'password')
    return { answer: { next: 'signed-in' }, next: '/wire' }
  }),
)
