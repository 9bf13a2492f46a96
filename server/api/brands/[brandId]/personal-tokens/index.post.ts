import { tokenRoutes } from '#shared/tokens/routes'
import { personalTokenSchema } from '#shared/tokens/schemas'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { addToken } from '#server/tokens'

export default route(tokenRoutes.add, personalTokenSchema, ({ actor, body }) => addToken(actor, body), {
  pace: PACE.code,
})
