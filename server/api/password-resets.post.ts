import { peopleRoutes } from '#shared/people/routes'
import { originOf } from '#server/platform/http/ownHosts'
import { answerForm } from '#server/platform/http/plainForm'
import { problem } from '#server/platform/http/problem'
import { whereFrom } from '#server/platform/http/whereFrom'
import { askResetSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { askReset, originOfResets } from '#server/people'

export default route(peopleRoutes.askReset, askResetSchema, ({ event, body }) =>
  answerForm(event, '/forgotten', async () => {
    const origin = originOfResets(originOf(event))
    if (origin === null) throw problem('noResets')
    await askReset(body.email, origin, whereFrom(event))
    return { answer: null, next: '/forgotten?step=sent' }
  }),
)
