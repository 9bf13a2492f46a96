import { peopleRoutes } from '#shared/people/routes'
import { answerForm } from '#server/platform/http/plainForm'
import type { SignInAnswer } from '#shared/people/types'
import { codeSchema } from '#shared/people/schemas'
import { firstStepOf, signInAs, signInByCode } from '#server/people'
import { route } from '#server/route'

export default route(peopleRoutes.signInCode, codeSchema, ({ event, body }) =>
  answerForm<SignInAnswer>(event, '/sign-in?step=code', async () => {
    const { personId, mark } = await firstStepOf(event)
    const { person, way } = await signInByCode(personId, mark, body.code)
    await signInAs(event, person, way)
    return { answer: { next: 'signed-in' }, next: '/wire' }
  }),
)
