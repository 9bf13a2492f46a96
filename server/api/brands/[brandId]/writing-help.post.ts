import { PACE } from '#server/platform/http/pace'
import { writingHelpSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { writingHelp } from '#server/posts'

export default route('work', writingHelpSchema, ({ actor, body }) => writingHelp(actor, body), {
  pace: PACE.look,
})
